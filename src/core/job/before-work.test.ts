import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { Scribe } from '../../../scripts/demo/scribe';
import { noon, numbered } from '../../../tests/support/entries';
import { viewOf, jobStream } from '../catalogue';
import { type Subject, keyOf, slotAt } from '../installation/slot';
import { conductorContinuity, r1r2 } from '../measurements/continuity/slots';
import { liveEarth } from '../measurements/insulation/slots';
import { zs } from '../measurements/loop/slots';
import { boardIpf, ze } from '../measurements/origin/slots';
import { planOfTests } from '../work/plan';
import { earlierAt } from '../work/trend';
import { governingOf } from './governing';
import type { WorksFields } from './kinds/works';

/** A report with readings of two boards, then a certificate begun in the same job. */
function house() {
  const s = new Scribe(noon, 'test');
  s.open('EICR', 'bs7671-2018-a2', 'T-1');
  const report = s.documentId;
  s.say('supply.described', { earthing: 'TN-C-S', liveConductors: 'single-phase', nominalVolts: 230 });
  const [cu, other] = [s.board('CU', 'hall', 'intake'), s.board('Garage', 'garage', 'CU')];
  const ways = [
    s.way(cu, 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '4/1.5', 'C']),
    s.way(cu, 2, ['Lights', 'lights', 3, 'B6', '30 A', '1.5/1', 'C']),
    s.way(other, 1, ['Garage', 'sockets', 2, 'B16', '30 A', '2.5/1.5', 'C']),
  ];
  const [point = ''] = s.points(ways[0] ?? '', [['Hall']]).values();
  const on: Record<string, Subject> = {
    supply: { of: 'supply' },
    gas: { of: 'conductor', to: 'gas' },
    cu: { of: 'board', id: cu },
    one: { of: 'way', id: ways[0] ?? '' },
    point: { of: 'point', id: point },
    two: { of: 'way', id: ways[1] ?? '' },
    garage: { of: 'way', id: ways[2] ?? '' },
  };
  for (const [name, measure, typed] of [
    ['supply', ze, '0.20'],
    ['gas', conductorContinuity, '0.03'],
    ['cu', boardIpf, '1.1'],
    ['one', r1r2, '0.40'],
    ['point', zs, '0.60'],
    ['two', liveEarth, '0.4'],
    ['garage', zs, '0.90'],
  ] as const)
    s.read(on[name]!, measure, typed);
  const begin = (kind: string, replaces: string | null = null) => {
    s.documentId = v7();
    s.say('document.begun', {
      documentId: s.documentId,
      kind,
      edition: 'bs7671-2018-a2',
      covers: null,
      because: null,
      replaces,
    });
    return s.documentId;
  };
  const works = (documentId: string, fields: Partial<WorksFields>) => s.say('works.described', { documentId, fields });
  const view = (documentId: string) => viewOf(jobStream.fold(numbered(s.drafts)), documentId)!;
  const stands = (documentId: string, name: string, measure: { test: string; pair?: string }) =>
    governingOf(view(documentId), slotAt(on[name]!, measure)) !== null;
  return { s, report, on, ways, begin, works, view, stands };
}

describe('work puts out of date what it touches', () => {
  it.each([
    // nature, the circuits named; which of the readings still stand for the certificate.
    [
      'EIC',
      { nature: 'board change', wayIds: [0, 1] },
      { supply: true, gas: true, cu: false, one: false, two: false, garage: true },
    ],
    [
      'EIC',
      { nature: 'board change', wayIds: [0] },
      { supply: true, gas: true, cu: false, one: false, two: false, garage: true },
    ],
    [
      'EIC',
      { nature: 'addition', wayIds: [1] },
      { supply: true, gas: true, cu: true, one: true, two: false, garage: true },
    ],
    ['EIC', { nature: 'new' }, { supply: true, gas: true, cu: false, one: false, two: false, garage: false }],
    ['MWC', { wayIds: [0] }, { supply: true, gas: true, cu: true, one: false, two: true, garage: true }],
    ['MWC', {}, { supply: true, gas: true, cu: true, one: false, two: false, garage: false }],
    ['EICR', {}, { supply: true, gas: true, cu: true, one: true, two: true, garage: true }],
  ] as const)('%s %j', (kind, said, expected) => {
    const at = house();
    const id = at.begin(kind);
    const { wayIds, ...rest } = said as { wayIds?: readonly number[]; nature?: WorksFields['nature'] };
    if (kind !== 'EICR')
      at.works(id, { ...rest, ...(wayIds && { wayIds: wayIds.map((index) => at.ways[index] ?? '') }) });
    const measures = { supply: ze, gas: conductorContinuity, cu: boardIpf, one: r1r2, two: liveEarth, garage: zs };
    const stand = Object.fromEntries(
      Object.entries(measures).map(([name, measure]) => [name, at.stands(id, name, measure)]),
    );
    expect(stand).toEqual(expected);
    // The report reads as it did.
    for (const [name, measure] of Object.entries(measures)) expect(at.stands(at.report, name, measure)).toBe(true);
  });

  it('shows what was read as earlier, beside cells that are due again, and says why', () => {
    const at = house();
    const id = at.begin('MWC');
    at.works(id, { wayIds: [at.ways[0] ?? ''] });
    const view = at.view(id);
    expect(earlierAt(view, slotAt(at.on.one!, r1r2))).toMatchObject([{ visit: { reference: 'before this work' } }]);
    expect(earlierAt(view, slotAt(at.on.point!, zs))).toMatchObject([{ value: { is: 'number', shown: '0.60' } }]);
    expect(view.definition.gaps(view).map(({ what }) => what)).toContainEqual(expect.stringMatching(/^Way 1: R1\+R2/));
    expect(planOfTests(view).again).toEqual({ ways: [1], why: 'the work altered it' });
    expect(planOfTests(at.view(at.report)).again).toBeNull();
  });

  it('takes what is read after the work, and leaves the reading before it unstruck', () => {
    const at = house();
    const id = at.begin('MWC');
    at.works(id, { wayIds: [at.ways[1] ?? ''] });
    at.s.read(at.on.two!, liveEarth, '>999');
    expect(governingOf(at.view(id), slotAt(at.on.two!, liveEarth))?.body.value).toEqual({ is: 'over', bound: '999' });
    expect(governingOf(at.view(at.report), slotAt(at.on.two!, liveEarth))?.body.value).toMatchObject({ shown: '0.4' });
    const all = at.view(id).recorded.readings.get(keyOf(slotAt(at.on.two!, liveEarth)));
    expect(all?.map(({ struck }) => struck)).toEqual([null, null]);
  });

  it('counts from where the work is said to start, and a new issue counts from where the old one did', () => {
    const at = house();
    const id = at.begin('EIC');
    at.works(id, { nature: 'board change', wayIds: null });
    at.s.read(at.on.two!, liveEarth, '0.5');
    expect(at.stands(id, 'two', liveEarth)).toBe(true);
    at.s.say('work.started', { documentId: id });
    expect(at.stands(id, 'two', liveEarth)).toBe(false);
    at.s.read(at.on.two!, liveEarth, '200');
    const again = at.begin('EIC', id);
    expect(at.stands(again, 'two', liveEarth)).toBe(true);
    expect(at.stands(again, 'garage', zs)).toBe(false);
  });
});
