import { describe, expect, it } from 'vitest';
import {
  declared,
  admit,
  cottageEntries,
  fold,
  inspector,
  numbered,
  opened,
  readEntry,
  rentedHouseEntries,
  viewAt,
  viewOfScribe,
} from '../../../../tests/support/entries';
import { editionPack } from '../../edition/editions';
import { placeKey } from '../../installation/place';
import { slotKey } from '../../installation/slot';
import type { WayFields } from '../../installation/way';
import { missing } from '../../job/document-definition';
import type { ReadingTaken } from '../../job/kinds/reading';
import type { Code } from '../../job/outcome';
import { judgeJob, resultVerdicts } from '../../job/verdicts';
import type { Actor } from '../../ledger/actor';
import type { Recorded } from '../../ledger/entry';
import { r1r2 } from '../../measurements/continuity/slots';
import { liveEarth, liveLive } from '../../measurements/insulation/slots';
import { zs } from '../../measurements/loop/slots';
import { supplyVolts } from '../../measurements/origin/slots';
import { polarity } from '../../measurements/polarity/slots';
import { rcdTime } from '../../measurements/residual/slots';
import { ringR2 } from '../../measurements/ring/slots';
import { showDay } from '../../words/day';
import { assess } from '../assessment';
import { itemOutcome } from '../../job/item-outcome';
import { intervalFor, yearsAfter } from '../next-inspection';
import { buildReport } from './build';
import { gapsOf } from './gaps';
import { reportModel } from './model';

const pack = editionPack('bs7671-2018-a2');
const firm = { name: 'F', address: 'A', telephone: 'T', email: 'E', logo: '' };
const cottage = viewAt(cottageEntries());
const house = viewAt(rentedHouseEntries());
const gapsAt = (entries: readonly Recorded[]) => gapsOf(viewAt(entries));

describe('what is missing', () => {
  it('is nothing from a complete job', () => expect(missing(gapsOf(cottage))).toEqual([]));

  it('is a gap for every single entry a complete job cannot do without', () => {
    const entries = cottageEntries();
    const needed = entries.filter(
      (e) => e.kind === 'reading.taken' && (e.body as ReadingTaken).slot.test !== supplyVolts.test,
    );
    expect(needed.length).toBeGreaterThan(40);
    for (const left of needed) {
      const gaps = missing(gapsAt(entries.filter((e) => e !== left)));
      expect(gaps.length, JSON.stringify(left.body)).toBe(1);
    }
    for (const left of entries.filter((e) => e.kind === 'item.marked' && (e.body as { item: string }).item !== '5.2')) {
      expect(missing(gapsAt(entries.filter((e) => e !== left)))).toMatchObject([{ stage: 'inspection' }]);
    }
  });

  it('does not hang on any verdict, so that it can be counted without judging', () => {
    const unnoted = viewAt(rentedHouseEntries().filter(({ kind }) => kind !== 'observation.noted'));
    for (const view of [cottage, house, unnoted])
      expect(gapsOf(view, null)).toEqual(gapsOf(view).filter((gap) => gap.discrepancy === undefined));
    expect(missing(gapsOf(house)).length).toBeGreaterThan(20);
    expect(gapsOf(unnoted).length).toBeGreaterThan(gapsOf(unnoted, null).length);
  });

  it('counts a mark without its reason', () => {
    const s = opened();
    const way = s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'sockets', 3, 'B32', 'none', '2.5/1.5', 'C']);
    s.read({ of: 'way', id: way }, liveEarth, 'LIM');
    const at = slotKey({ of: 'way', id: way }, liveEarth);
    const about = () => gapsOf(viewOfScribe(s)).find((gap) => placeKey(gap.place) === at)?.what;
    expect(about()).toMatch(/reason for LIM/);
    s.read({ of: 'way', id: way }, liveEarth, 'N/A');
    expect(about()).toBeUndefined();
  });

  it('asks for the observation behind a code, and for one where a reading fails', () => {
    const s = opened();
    s.say('item.marked', { documentId: s.documentId, item: '4.3', outcome: 'C1', reason: null });
    expect(gapsOf(viewOfScribe(s)).map((gap) => gap.what)).toContain('4.3 is marked C1: write its observation');
    const way = s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'sockets', 3, 'B32', 'none', '2.5/1.5', 'C']);
    s.read({ of: 'way', id: way }, liveEarth, '0.3');
    expect(gapsOf(viewOfScribe(s))).toContainEqual(
      expect.objectContaining({ severity: 'contradiction', stage: 'observations' }),
    );
  });

  it('wants ring figures of a ring, RCD results with an RCD, and nothing of a spare', () => {
    const due = (fields: Partial<WayFields>) => {
      const s = opened();
      const wayId = s.way(
        s.board('CU', 'hall', 'intake'),
        1,
        ['X', 'sockets', 3, 'B32', 'none', '2.5/1.5', 'C'],
        fields,
      );
      const view = viewOfScribe(s);
      const on = { of: 'way', id: wayId } as const;
      return view.tests.slots.filter((each) => each.on === 'way' && each.due?.(view, on)).map(({ measure }) => measure);
    };
    expect(due({ arrangement: 'ring' })).toContainEqual(ringR2);
    expect(due({ arrangement: 'radial' })).not.toContainEqual(ringR2);
    expect(due({ residualMilliamps: 30 })).toContainEqual(rcdTime);
    expect(due({ arrangement: 'spare' })).toEqual([]);
  });
});

describe('signing', () => {
  const signature = ({ job, document } = cottage, actor: Actor = inspector) => {
    const s = opened();
    s.say('declaration.signed', {
      documentId: document.id,
      role: 'inspector',
      name: 'A',
      position: '',
      statement: declared('inspector'),
    });
    return admit(job, s.drafts[2] as never, actor);
  };
  it('is refused while something is missing, with the first of it', () => {
    expect(signature(cottage).accepted).toBe(true);
    expect(signature(house)).toMatchObject({
      accepted: false,
      reason: expect.stringMatching(/to complete, first “5\.1/),
    });
  });
  it.each([
    ['A', '', true],
    ['B', '', false],
    ['A', 'Supervisor', false],
  ] as const)('is in the name and position of whoever signs: of %s, %s', (name, position, accepted) =>
    expect(signature(cottage, { ...inspector, name, position }).accepted).toBe(accepted),
  );
  it('comes before issuing', () => {
    const s = opened();
    s.say('document.issued', {
      documentId: cottage.document.id,
      issueId: '0195a000-0000-7000-8000-00000000aaaa',
      number: 'N',
      documentHash: 'a'.repeat(64),
      pdfSha256: null,
    });
    expect(admit(cottage.job, s.drafts[2] as never, inspector)).toMatchObject({
      accepted: false,
      reason: expect.stringMatching(/inspector has not signed/),
    });
  });
});

describe('overall assessment', () => {
  const observed = (code: Code, item: string | null = '5.3', livePartsAccessible = false) => ({
    number: 1,
    code,
    item,
    livePartsAccessible,
  });
  it.each([
    [[], 'satisfactory'],
    [[observed('C3')], 'satisfactory'],
    [[observed('C3'), observed('FI')], 'unsatisfactory'],
    [[observed('C2')], 'unsatisfactory'],
    [[observed('C1', null)], 'unsatisfactory'],
    [[observed('C2', '1.1')], 'satisfactory'],
    [[observed('C1', '1.1', true)], 'unsatisfactory'],
    [[observed('C2', '1.1'), observed('C2', '4.3')], 'unsatisfactory'],
    // The consumer's own tails and meter position count like any other item.
    [[observed('C2', '1.3')], 'unsatisfactory'],
    [[observed('C2', '10.1')], 'unsatisfactory'],
  ])('of %j is %s', (observations, outcome) => expect(assess(observations, pack).outcome).toBe(outcome));
  it('says when it left the intake out', () =>
    expect(assess([observed('C2', '1.1')], pack)).toMatchObject({ intakeOnly: [1] }));
});

describe('inspection items', () => {
  it('take the gravest code of their observations', () => {
    const s = opened();
    s.say('item.marked', { documentId: s.documentId, item: '5.3', outcome: 'ok', reason: null });
    const note = (code: Code) =>
      s.say('observation.noted', {
        observationId: crypto.randomUUID(),
        fields: {
          what: 'w',
          where: 'x',
          why: 'y',
          code,
          item: '5.3',
          wayId: null,
          regulation: null,
          livePartsAccessible: false,
          codeReason: null,
        },
      });
    const now = () => itemOutcome(viewOfScribe(s), '5.3')?.outcome;
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
  const report = buildReport(house, firm);
  const board = report.boards[0];
  const cellsOf = (row: number) =>
    Object.fromEntries(board?.columns.map(({ heading }, index) => [heading, board.rows[row]?.[index]]) ?? []);
  it('prints every cell of every circuit, dashes where nothing stands yet', () => {
    for (const row of board?.rows ?? []) {
      expect(row).toHaveLength(board?.columns.length ?? 0);
      for (const cell of row) expect(typeof cell).toBe('string');
    }
    expect(cellsOf(8)).toMatchObject({
      Circuit: 'Garden room, sub-main',
      'Max Zs Ω': '0.68',
      'Zs Ω': '0.58',
      'Off in s': '5',
      'RCD ms': 'N/A',
      'r1 Ω': 'N/A',
    });
    expect(cellsOf(9)).toMatchObject({ Circuit: 'Spare', 'Zs Ω': '' });
  });
  it('carries reasons, limits of the inspector and the larger fault current', () => {
    expect(report.boards[0]?.notes.join()).toContain('hob cannot be unplugged');
    expect(report.supply).toContainEqual({ label: 'Ipf (larger)', value: '1.32 kA, line to neutral' });
    expect(report.assessment).toMatchObject({ outcome: 'unsatisfactory' });
  });
  it('is data through and through', () => expect(reportModel.read(JSON.parse(JSON.stringify(report)))).toEqual(report));
  it('is refused where it is none', () => expect(() => reportModel.read({ version: 2 })).toThrow());
  it('judges the whole job as the screen does', () => {
    const verdicts = resultVerdicts(house, judgeJob(house)).map(({ judgement }) => judgement.verdict);
    expect(verdicts.filter((v) => v === 'fails')).toHaveLength(1);
    // The gas bond, the spur to the garden room and the bridged loft in their steps, the loose terminal in the utility room, dead and live.
    expect(verdicts.filter((v) => v === 'doubt')).toHaveLength(11);
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
  it('prints days as people say them', () =>
    expect([showDay('2026-11-04'), showDay(null)]).toEqual(['4 November 2026', '—']));
});

describe('links and isolation in the paper', () => {
  const linkId = '0195a000-0000-7000-8000-0000000000e1';
  it('nothing is signed while a link is still in; cleared, it is', () => {
    const made = numbered([...cottageEntries()]);
    const seq = made.length;
    const entry = (id: string, kind: string, body: object, at: number) => {
      const madeAt = '2026-03-02T18:00:00.000Z';
      const read = readEntry({ id, kind, version: 1, body, madeAt, device: 'd', madeBy: 'p', seq: at });
      if (!read.ok) throw new Error(read.problem);
      return read.value;
    };
    const said = { linkId, sort: 'L+N link', on: { of: 'supply' }, where: 'origin', test: null };
    const link = entry(linkId, 'link.made', said, seq + 1);
    const cleared = entry('0195a000-0000-7000-8000-0000000000e2', 'link.cleared', { linkId }, seq + 2);
    const words = { role: 'inspector', name: 'A', position: '', statement: declared('inspector') };
    const sign = entry('0195a000-0000-7000-8000-0000000000e3', 'declaration.signed', words, seq + 3);
    expect(admit(fold([...made, link]), sign, inspector)).toMatchObject({
      accepted: false,
      reason: expect.stringContaining('L+N link, origin: still in'),
    });
    expect(admit(fold([...made, link, cleared]), sign, inspector).accepted).toBe(true);
  });
  it('counts dead readings that belong to no isolation and give no reason, and only those', () => {
    const s = opened();
    const way = {
      of: 'way',
      id: s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']),
    } as const;
    const loose = () => gapsOf(viewOfScribe(s)).find((gap) => gap.stage === 'isolation')?.what ?? null;
    s.read(way, zs, '0.4');
    s.read(way, liveLive, 'LIM');
    expect(loose()).toBeNull();
    s.read(way, r1r2, '0.4');
    s.read(way, liveEarth, '>999');
    expect(loose()).toMatch(/^2 dead readings/);
    s.isolate('Ms Sedge', '7', null);
    s.read(way, polarity, 'ok');
    expect(loose()).toMatch(/^2 dead readings/);
  });
  it('prints why a code is not the one proposed', () => {
    const s = opened();
    s.say('observation.noted', {
      observationId: linkId,
      fields: {
        what: 'w',
        where: 'x',
        why: 'It matters.',
        code: 'C3',
        item: '5.3',
        wayId: null,
        regulation: null,
        livePartsAccessible: false,
        codeReason: 'no way to the garden',
      },
    });
    expect(buildReport(viewOfScribe(s), firm).observations[0]?.why).toBe(
      'It matters. Coded C3 because: no way to the garden.',
    );
  });
});
