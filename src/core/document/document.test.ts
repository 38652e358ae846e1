import { describe, expect, it } from 'vitest';
import { cottageEntries, inspector, numbered, opened, rentedHouseEntries } from '../../../tests/support/entries';
import { assess } from '../inspection/assessment';
import { editionPack } from '../edition/editions';
import type { Code } from '../inspection/outcome';
import { slotKey } from '../installation/measurement';
import { fold } from '../ledger/fold';
import { admitToJob } from './admission';
import { gapsOf, missing, testsDue } from './gaps';
import { itemOutcome } from './item-outcome';
import { intervalFor, yearsAfter } from './next-inspection';
import { circuitColumns, reportOf, showDay } from './report';
import { judgeJob, resultVerdicts } from './verdicts';

const pack = editionPack('bs7671-2018-a2');
const firm = { name: 'F', address: 'A', telephone: 'T', email: 'E' };
const cottage = fold(cottageEntries());
const house = fold(rentedHouseEntries());

describe('what is missing', () => {
  it('is nothing from a complete job', () => expect(missing(gapsOf(cottage, pack))).toEqual([]));

  it('is a gap for every single entry a complete job cannot do without', () => {
    const entries = cottageEntries();
    const needed = entries.filter((e) => e.kind === 'reading.taken' && e.body.test !== 'supply-volts');
    expect(needed.length).toBeGreaterThan(40);
    for (const left of needed) {
      const gaps = missing(gapsOf(fold(entries.filter((e) => e !== left)), pack));
      expect(gaps.length, JSON.stringify(left.body)).toBe(1);
    }
    for (const left of entries.filter((e) => e.kind === 'item.marked' && e.body.item !== '5.2')) {
      expect(missing(gapsOf(fold(entries.filter((e) => e !== left)), pack))).toMatchObject([{ stage: 'inspection' }]);
    }
  });

  it('counts a mark without its reason', () => {
    const s = opened();
    const way = s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'sockets', 3, 'B32', 'none', '2.5/1.5', 'C']);
    s.read({ of: 'way', id: way }, 'ir-le', 'LIM');
    const at = slotKey({ of: 'way', id: way }, 'ir-le');
    const about = () => gapsOf(fold(numbered(s.drafts)), pack).find((gap) => gap.at === at)?.what;
    expect(about()).toMatch(/reason for LIM/);
    s.read({ of: 'way', id: way }, 'ir-le', 'N/A');
    expect(about()).toBeUndefined();
  });

  it('asks for the observation behind a code, and for one where a reading fails', () => {
    const s = opened();
    s.say('item.marked', { item: '4.3', outcome: 'C1', reason: null });
    expect(gapsOf(fold(numbered(s.drafts)), pack).map((gap) => gap.what)).toContain('4.3 is marked C1: write its observation');
    const way = s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'sockets', 3, 'B32', 'none', '2.5/1.5', 'C']);
    s.read({ of: 'way', id: way }, 'ir-le', '0.3');
    expect(gapsOf(fold(numbered(s.drafts)), pack)).toContainEqual(expect.objectContaining({ severity: 'query', stage: 'observations' }));
  });

  it('wants ring figures of a ring, RCD results with an RCD, and nothing of a spare', () => {
    const way = { id: 'w', boardId: 'b', number: 1 };
    expect(testsDue({ ...way, arrangement: 'ring' })).toContain('ring-r2');
    expect(testsDue({ ...way, arrangement: 'radial' })).not.toContain('ring-r2');
    expect(testsDue({ ...way, residualMilliamps: 30 })).toContain('rcd-time');
    expect(testsDue({ ...way, arrangement: 'spare' })).toEqual([]);
  });
});

describe('signing', () => {
  const signature = (job = cottage) => {
    const s = opened();
    s.say('declaration.signed', { role: 'inspector', name: 'A', position: '', statement: 'I did.' });
    return admitToJob(job, s.drafts[1] as never, inspector);
  };
  it('is refused while something is missing, with the first of it', () => {
    expect(signature(cottage).accepted).toBe(true);
    expect(signature(house)).toMatchObject({ accepted: false, reason: expect.stringMatching(/missing, first “5\.1/) });
  });
  it('comes before issuing', () => {
    const s = opened();
    s.say('document.issued', { documentId: '0195a000-0000-7000-8000-00000000aaaa', number: 'N', documentHash: 'a'.repeat(64) });
    expect(admitToJob(cottage, s.drafts[1] as never, inspector)).toMatchObject({ accepted: false, reason: expect.stringMatching(/inspector has not signed/) });
  });
});

describe('overall assessment', () => {
  const observed = (code: Code, item: string | null = '5.3', livePartsAccessible = false) => ({ number: 1, code, item, livePartsAccessible });
  it.each([
    [[], 'satisfactory'],
    [[observed('C3')], 'satisfactory'],
    [[observed('C3'), observed('FI')], 'unsatisfactory'],
    [[observed('C2')], 'unsatisfactory'],
    [[observed('C1', null)], 'unsatisfactory'],
    [[observed('C2', '1.1')], 'satisfactory'],
    [[observed('C1', '1.1', true)], 'unsatisfactory'],
    [[observed('C2', '1.1'), observed('C2', '4.3')], 'unsatisfactory'],
    [[observed('C2', '10.1')], 'unsatisfactory'],
  ])('of %j is %s', (observations, outcome) => expect(assess(observations).outcome).toBe(outcome));
  it('says when it left the intake out', () => expect(assess([observed('C2', '1.3')])).toMatchObject({ intakeOnly: [1] }));
});

describe('inspection items', () => {
  it('take the gravest code of their observations', () => {
    const s = opened();
    s.say('item.marked', { item: '5.3', outcome: 'ok', reason: null });
    const note = (code: Code) => s.say('observation.noted', { observationId: crypto.randomUUID(), fields: { what: 'w', where: 'x', why: 'y', code, item: '5.3', wayId: null, regulation: null, livePartsAccessible: false, codeReason: null } });
    const now = () => itemOutcome(fold(numbered(s.drafts)), '5.3')?.outcome;
    expect(now()).toBe('ok');
    note('C3');
    expect(now()).toBe('C3');
    note('FI');
    expect(now()).toBe('FI');
    note('C2');
    expect(now()).toBe('C2');
  });
});

describe('the report', () => {
  const report = reportOf(house, firm);
  it('prints every cell of every circuit, dashes where nothing stands yet', () => {
    for (const row of report.boards[0]?.rows ?? []) for (const column of circuitColumns) expect(typeof row.cells[column]).toBe('string');
    const garden = report.boards[0]?.rows[8]?.cells;
    expect(garden).toMatchObject({ description: 'Garden room, sub-main', maxZs: '0.68', zs: '0.58', seconds: '5', rcdTime: 'N/A', ringR1: 'N/A' });
    expect(report.boards[0]?.rows[9]?.cells).toMatchObject({ description: 'Spare', zs: '' });
  });
  it('carries reasons, limits of the inspector and the larger fault current', () => {
    expect(report.boards[0]?.notes.join()).toContain('hob cannot be unplugged');
    expect(report.supply).toContainEqual({ label: 'Ipf (larger)', value: '1.32 kA, line to neutral' });
    expect(report.assessment).toMatchObject({ outcome: 'unsatisfactory' });
  });
  it('is data through and through', () => expect(JSON.parse(JSON.stringify(report))).toEqual(report));
  it('judges the whole job as the screen does', () => {
    const verdicts = resultVerdicts(judgeJob(house, pack)).map(([, j]) => j.verdict);
    expect(verdicts.filter((v) => v === 'fails')).toHaveLength(1);
    // The gas bond, the spur to the garden room and the bridged loft in their steps, the loose terminal in the utility room.
    expect(verdicts.filter((v) => v === 'doubt')).toHaveLength(10);
  });
});

describe('the next inspection', () => {
  it('is proposed by occupancy and condition', () => {
    expect(intervalFor(cottage).years).toBe(10);
    expect(intervalFor(house).years).toBe(1);
  });
  it.each([
    ['2026-03-02', 5, '2031-03-02'],
    ['2024-02-29', 10, '2034-02-28'],
    ['2024-02-29', 4, '2028-02-29'],
  ])('%s and %i years is %s', (day, years, due) => expect(yearsAfter(day, years)).toBe(due));
  it('prints days as people say them', () => expect([showDay('2026-11-04'), showDay(null)]).toEqual(['4 November 2026', '—']));
});

describe('links and isolation in the paper', () => {
  const linkId = '0195a000-0000-7000-8000-0000000000e1';
  it('nothing is signed while a link is still in; cleared, it is', () => {
    const made = numbered([...cottageEntries()]);
    const seq = made.length;
    const link = { id: linkId, kind: 'link.made', version: 1, body: { linkId, sort: 'L+N link', on: { of: 'supply' }, where: 'origin', test: null }, madeAt: '2026-03-02T18:00:00.000Z', device: 'd', madeBy: 'p', seq: seq + 1 } as const;
    const cleared = { ...link, id: '0195a000-0000-7000-8000-0000000000e2', kind: 'link.cleared', body: { linkId }, seq: seq + 2 } as const;
    const sign = { id: '0195a000-0000-7000-8000-0000000000e3', kind: 'declaration.signed', version: 1, body: { role: 'inspector', name: 'A', position: '', statement: 'I did.' }, madeAt: link.madeAt, device: 'd' } as const;
    expect(admitToJob(fold([...made, link]), sign, inspector)).toMatchObject({ accepted: false, reason: expect.stringContaining('L+N link, origin: still in') });
    expect(admitToJob(fold([...made, link, cleared]), sign, inspector).accepted).toBe(true);
  });
  it('counts dead readings that belong to no isolation and give no reason, and only those', () => {
    const s = opened();
    const way = { of: 'way', id: s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']) } as const;
    const loose = () => gapsOf(fold(numbered(s.drafts)), pack).find((gap) => gap.stage === 'isolation')?.what ?? null;
    s.read(way, 'zs', '0.4');
    s.read(way, 'ir-ll', 'LIM');
    expect(loose()).toBeNull();
    s.read(way, 'r1r2', '0.4');
    s.read(way, 'ir-le', '>999');
    expect(loose()).toMatch(/^2 dead readings/);
    s.isolate('Ms Sedge', '7', null);
    s.read(way, 'polarity', 'ok');
    expect(loose()).toMatch(/^2 dead readings/);
  });
  it('prints why a code is not the one proposed', () => {
    const s = opened();
    s.say('observation.noted', { observationId: linkId, fields: { what: 'w', where: 'x', why: 'It matters.', code: 'C3', item: '5.3', wayId: null, regulation: null, livePartsAccessible: false, codeReason: 'no way to the garden' } });
    expect(reportOf(fold(numbered(s.drafts)), firm).observations[0]?.why).toBe('It matters. Coded C3 because: no way to the garden.');
  });
});
