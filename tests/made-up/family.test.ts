import { execFileSync } from 'node:child_process';
import { describe, expect, it, vi } from 'vitest';

// The list of families and that of meters: all that a family adds to files that are there already.
vi.mock('../../src/core/measurements/families', async (original) => {
  const held = await original<typeof import('../../src/core/measurements/families')>();
  const { leakageFamily } = await import('./leakage/definition');
  return { families: [...held.families, leakageFamily] };
});
vi.mock('../../src/core/measurements/meters', async (original) => {
  const held = await original<typeof import('../../src/core/measurements/meters')>();
  const { meter } = await import('./leakage/meter');
  return { meters: { ...held.meters, leakage: meter } };
});

import { documents, tests } from '../../src/core/catalogue';
import type { Report } from '../../src/core/certificates/eicr/model';
import { type Slot, keyOf, measureKey, slotAt } from '../../src/core/installation/slot';
import { waysOf } from '../../src/core/job/job';
import { listSlots } from '../../src/core/job/list-slots';
import { editionPack } from '../../src/core/edition/editions';
import { Meter, idealInstrument } from '../../src/core/physics/meter';
import { nameOfSlot } from '../../src/core/job/slot-name';
import { judgeJob } from '../../src/core/job/verdicts';
import { families } from '../../src/core/measurements/families';
import { planOfTests } from '../../src/core/work/plan';
import { recordTyped } from '../../src/core/work/recorder';
import { cardsOfBench, loadTestCards } from '../../src/core/work/test-cards';
import { emptyHanded } from '../../src/core/work/in-hand';
import { addressOf, benchTitles, benches } from '../../src/features/workspace/address';
import { benchParts } from '../../src/features/benches/registry';
import { cellText } from '../../src/features/stages/circuits/cell-entries';
import { columns } from '../../src/features/stages/circuits/columns';
import { readCsv, writeCsv } from '../../src/features/stages/circuits/csv';
import { layoutOf } from '../../src/print/layouts/registry';
import { sallowRise } from '../../src/standins/tester/sallow-rise';
import { play } from '../../src/standins/tester/play';
import { rentedHouse } from '../../scripts/demo/dwellings';
import { leakage } from './leakage/slots';
import { noon, numbered, viewAt } from '../support/entries';

const firm = { name: 'Fenwhistle', address: 'A', telephone: 'T', email: 'E', logo: '' };
const instruments = [
  { id: '0195a000-0000-7000-8000-000000000001', name: 'T', serial: 'S', calibratedOn: '2026-01-10' },
];

function measured(shown: string) {
  const scribe = rentedHouse(noon, instruments);
  const { job } = viewAt(numbered(scribe.drafts));
  const way = waysOf(job, [...job.boards.keys()][0] ?? '')[0];
  if (!way) throw new Error('No circuit');
  const slot = slotAt({ of: 'way', id: way.id }, leakage);
  scribe.read(slot.on, leakage, shown);
  scribe.read({ of: 'supply' }, leakage, '7.7');
  return { view: viewAt(numbered(scribe.drafts)), way, slot };
}

describe('a family of tests that was added to the lists', () => {
  it('has a column on the sheet, its figures with a verdict, and what it lacks', () => {
    const { view, way, slot } = measured('3.4');
    const column = columns.find(({ id }) => id === measureKey(leakage));
    expect(column && cellText(column, way, view)).toBe('3.4');
    expect(judgeJob(view).get(keyOf(slot))?.judgement.rule).toBe('leakage.low');
    const bad = measured('12');
    expect(judgeJob(bad.view).get(keyOf(bad.slot))?.judgement.verdict).toBe('fails');
    const gaps = view.definition.gaps(view).map(({ place }) => (place.of === 'slot' ? measureKey(place.slot) : ''));
    expect(gaps.filter((key) => key === measureKey(leakage)).length).toBeGreaterThan(0);
    expect(recordTyped(view, slot, 'reversed', emptyHanded).ok).toBe(false);
  });
  it('has a page, cards and a step of the plan', async () => {
    const { view } = measured('3.4');
    expect(benches).toContain('leakage');
    expect(benchTitles).toMatchObject({ leakage: 'Leakage' });
    expect(benchParts).toHaveProperty('leakage');
    expect(cardsOfBench({ families }, 'leakage', await loadTestCards()).map(({ test }) => test)).toEqual([
      'Leakage by clamp',
    ]);
    const step = planOfTests(view).steps.find(({ id }) => id === 'leakage');
    expect(step?.tasks.filter(({ done }) => done)).toHaveLength(1);
    expect(step?.tasks.length).toBeGreaterThan(1);
  });
  it('is found by name, with an address, and has a cell at the origin', () => {
    const { view, slot } = measured('3.4');
    const found = listSlots(view).find((each) => keyOf(each) === keyOf(slot)) as Slot;
    expect(nameOfSlot(view, found)).toMatch(/leakage/i);
    expect(addressOf(view, 'job', { of: 'slot', slot })).toMatch(/\/circuits#/);
    expect(
      tests.slots.filter(({ on, offered }) => on === 'supply' && offered?.(view)).map(({ name }) => name),
    ).toContain('leakage current of the installation');
  });
  it('is on the schedule, among the facts of the supply, in the PDF and in the file of circuits', async () => {
    const { view, way } = measured('3.4');
    const model = view.definition.build(view, firm) as Report;
    const at = model.boards[0]?.columns.findIndex(({ heading }) => heading === 'Leakage mA') ?? -1;
    expect(model.boards[0]?.rows[0]?.[at]).toBe('3.4');
    expect(model.supply).toContainEqual({ label: 'Leakage of the installation, mA', value: '7.7' });
    const pdf = await layoutOf('EICR')(documents.of('EICR')?.model.read(model) as never, null, noon, new Map());
    expect(execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf, encoding: 'utf8' })).toMatch(/Leakage/);
    const csv = readCsv(writeCsv([way], view));
    expect(csv.rows[0]?.cells.get(measureKey(leakage))).toBe('3.4');
  });
  it('is read by the stand-in tester, or says why not', () => {
    const dwelling = sallowRise;
    const meter = new Meter(dwelling, editionPack('bs7671-2018-a2'), idealInstrument);
    const asked = { measure: leakage, testVolts: null } as const;
    const circuit = dwelling.circuits[0];
    expect(play(dwelling, meter, { ...asked, where: { of: 'way', way: Number(circuit?.id) } })).toMatchObject({
      ok: true,
      value: { is: 'number' },
    });
    expect(play(dwelling, meter, { ...asked, where: { of: 'supply' } })).toMatchObject({ ok: false });
  });
});
