import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { editionPack } from '../../src/core/edition/editions';
import { loadFindings } from '../../src/core/edition/findings';

/** The edition's data beside the reference tables, row by row and both ways. */
const pack = editionPack('bs7671-2018-a2');

function rowsOf(file: string): string[][] {
  const [, ...lines] = readFileSync(`tests/reference/${file}.csv`, 'utf8').trim().split(/\r?\n/);
  return lines.map((line) =>
    [...line.matchAll(/("([^"]*)"|[^,]*)(,|$)/g)]
      .map(([, plain = '', quoted]) => quoted ?? plain)
      .slice(0, line.endsWith(',') ? undefined : -1),
  );
}
const numbered = (text: string | undefined) => (text ? Number(text) : null);
/** `6.20` and `6.2` are the same figure. */
const figure = (text: string | null) => (text === null ? null : Number(text));
const sorted = (rows: readonly (readonly unknown[])[]) => rows.map((row) => JSON.stringify(row)).sort();

describe('edition data and the reference', () => {
  it.each([
    [
      'conductors',
      pack.conductors.map((row) => [row.material, row.csaMm2, Number(row.milliohmsPerMetre)]),
      ([material, csa, ohms]: string[]) => [material, Number(csa), Number(ohms)],
    ],
    [
      'conductors-imperial',
      pack.imperialConductors.map((row) => [row.designation, row.strands, row.strandDiameterInch, row.csaMm2]),
      ([designation, strands, inch, csa]: string[]) => [designation, Number(strands), Number(inch), Number(csa)],
    ],
    [
      'twin-and-earth',
      pack.twinAndEarth.map((row) => [row.liveMm2, row.cpcMm2, row.era]),
      ([live, cpc, era]: string[]) => [Number(live), Number(cpc), era],
    ],
    [
      'cable-capacity-te',
      pack.cableCapacities.map(({ liveMm2, amps }) => [
        liveMm2,
        amps['100'],
        amps['101'],
        amps['102'],
        amps['103'],
        amps.C,
        amps.A,
      ]),
      (row: string[]) => row.map(Number),
    ],
    [
      'breaking-capacity',
      pack.breakingCapacities.map((row) => [
        row.standard,
        row.mark,
        figure(row.ratedKiloamps),
        figure(row.serviceKiloamps),
      ]),
      ([standard, mark, rated, service]: string[]) => [standard, mark, numbered(rated), numbered(service)],
    ],
    [
      'rcd-times',
      pack.residualTimes.map((row) => [row.standard, row.kind, row.multiple, row.minMillis, row.maxMillis]),
      ([standard, kind, test, least, most]: string[]) => [standard, kind, test, numbered(least), numbered(most)],
    ],
    [
      'inspection-eicr',
      pack.inspectionEicr.map((row) => [row.item, row.section, row.confirm, row.regulations]),
      ([item, section, confirm, regulations]: string[]) => [item, section, confirm, regulations],
    ],
    [
      'inspection-eic',
      pack.inspectionEic.map((row) => [row.item, row.section, row.confirm, row.regulations]),
      ([item, section, confirm, regulations]: string[]) => [item, section, confirm, regulations],
    ],
  ])('%s', (file, held, read) => {
    const wanted = rowsOf(file);
    expect(wanted.length).toBeGreaterThan(6);
    expect(sorted(held)).toEqual(sorted(wanted.map(read)));
  });

  it('max-zs: the fuse tables hold every tabled row and no other', () => {
    const tabled = rowsOf('max-zs').filter(([, , , , , basis]) => basis?.startsWith('table'));
    expect(tabled.length).toBeGreaterThan(60);
    expect(
      sorted(
        pack.fuseLimits.map((row) => [
          row.standard,
          row.type,
          row.ratingAmps,
          row.seconds,
          Number(row.maxZsOhms),
          row.confidence === 'recheck',
        ]),
      ),
    ).toEqual(
      sorted(
        tabled.map(([standard, type, amps, seconds, ohms, basis]) => [
          standard,
          type,
          Number(amps),
          Number(seconds),
          Number(ohms),
          /recheck/.test(basis ?? ''),
        ]),
      ),
    );
  });

  it('findings, whole, each under an item of the schedule', async () => {
    const held = await loadFindings();
    expect(held).toEqual(JSON.parse(readFileSync('tests/reference/findings.json', 'utf8')));
    const items = pack.inspectionEicr.map((row) => row.item);
    for (const { item, id } of held) if (item) expect(items, id).toContain(item);
  });

  it('every item a judgement points at is in the schedule', () => {
    const items = pack.inspectionEicr.map((row) => row.item);
    for (const [role, named] of Object.entries(pack.itemRoles)) {
      expect(named.length, role).toBeGreaterThan(0);
      for (const item of named) expect(items, role).toContain(item);
    }
  });
});
