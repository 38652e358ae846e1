import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { editionPack } from '../edition/editions';
import { type Solver, prepare } from '../network/solver';
import { type Dwelling, type DwellingFault, readDwelling } from './dwelling';
import { type Standing, allOff, atRest, endsOf, wiringOf } from './wiring';

const pack = editionPack('bs7671-2018-a2');
const raw = JSON.parse(readFileSync('docs/formats/examples/installation.json', 'utf8')) as object;
function house(faults: DwellingFault[] = []): Dwelling {
  const read = readDwelling({ ...raw, faults });
  if (!read.ok) throw new Error(read.problem);
  return read.dwelling;
}
function solved(dwelling: Dwelling, standing: Partial<Standing> = {}): Solver {
  const wired = wiringOf(dwelling, { ...atRest, ...standing }, pack);
  if (!wired.ok) throw new Error(wired.problem);
  const prepared = prepare(wired.network);
  if (!prepared.ok) throw new Error(prepared.problem);
  return prepared.solver;
}
/** What insulation alone leaves between two terminals counts as no path here. */
const joined = (solver: Solver, a: string, b: string): boolean => (solver.resistance(a, b) ?? Infinity) < 1000;

const sound = house();
const [first] = sound.circuits;
if (!first) throw new Error('no circuit');
const point = first.points[0]?.id ?? '';

describe('an installation as it stands', () => {
  it('has every end and point of every circuit, and the intake, whatever is off', () => {
    for (const standing of [{}, { off: allOff(sound) }, { supplyOn: true }]) {
      const solver = solved(sound, standing);
      for (const name of ['BUS.L', 'BAR.N', 'MET', 'INCOMING.L', 'INCOMING.N', 'EARTHING'])
        expect([name, solver.has(name)]).toEqual([name, true]);
      for (const circuit of sound.circuits)
        for (const place of [...endsOf(circuit), ...circuit.points.map(({ id }) => id)])
          for (const conductor of ['L', 'N', 'C']) {
            const name = `${circuit.id}/${place}.${conductor}`;
            expect([name, solver.has(name)]).toEqual([name, true]);
          }
    }
  });
  it('has the supply on its bus only with the main switch on', () => {
    expect(joined(solved(sound, { supplyOn: true }), 'SOURCE', 'BUS.L')).toBe(true);
    expect(joined(solved(sound), 'SOURCE', 'BUS.L')).toBe(false);
    expect(joined(solved(sound), 'SOURCE', 'INCOMING.L')).toBe(true);
  });
  it('parts a circuit from its bars conductor by conductor', () => {
    const end = `${first.id}/${endsOf(first)[0]}`;
    const only = (off: readonly ('L' | 'N' | 'C')[]) => solved(sound, { off: new Map([[first.id, off]]) });
    const bars = [
      ['L', 'BUS.L'],
      ['N', 'BAR.N'],
      ['C', 'MET'],
    ] as const;
    for (const [conductor, bar] of bars) {
      expect(joined(only([]), `${end}.${conductor}`, bar)).toBe(true);
      expect(joined(only([conductor]), `${end}.${conductor}`, bar)).toBe(false);
      for (const [other, otherBar] of bars.filter(([each]) => each !== conductor))
        expect(joined(only([conductor]), `${end}.${other}`, otherBar)).toBe(true);
    }
  });
  it('leaves a free end where a cable is taken off, and what was behind it without a path', () => {
    const [cable] = first.cables;
    const opened = solved(sound, {
      off: allOff(sound),
      opened: [{ circuit: first.id, cable: cable?.id ?? '', end: 'from' }],
    });
    expect(joined(opened, `${first.id}/${cable?.id}.free.L`, `${first.id}/${cable?.to}.L`)).toBe(true);
    expect(joined(opened, `${first.id}/${cable?.from}.L`, `${first.id}/${cable?.id}.free.L`)).toBe(false);
  });
  it('joins what is linked, and nothing when the link is out', () => {
    const end = `${first.id}/${endsOf(first)[0]}`;
    const off = allOff(sound);
    expect(joined(solved(sound, { off, links: [[`${end}.L`, `${end}.C`]] }), `${end}.L`, `${end}.C`)).toBe(true);
    expect(joined(solved(sound, { off }), `${end}.L`, `${end}.C`)).toBe(false);
  });
  it('has the earth of the supply off its terminal while Ze is read', () => {
    expect(joined(solved(sound), 'STAR', 'MET')).toBe(true);
    const parted = solved(sound, { earthingConductorOff: true, off: allOff(sound) });
    expect(joined(parted, 'STAR', 'EARTHING')).toBe(true);
    expect(joined(parted, 'EARTHING', 'MET')).toBe(false);
  });
  it('has a bond to its service, and none where it is missing or off', () => {
    const [bond] = sound.bonds;
    const service = bond?.service ?? '';
    const alone: Dwelling = { ...sound, pipework: [] };
    expect(joined(solved(alone), 'MET', `SERVICE ${service}`)).toBe(true);
    expect(joined(solved(alone, { bondsOff: [service] }), 'MET', `SERVICE ${service}`)).toBe(false);
    const missing: Dwelling = { ...house([{ kind: 'missing bond', service }]), pipework: [] };
    expect(joined(solved(missing), 'MET', `SERVICE ${service}`)).toBe(false);
  });
});

describe('what is wrong with it', () => {
  const cable = first.cables.find(({ to }) => to === point) ?? first.cables[0];
  const along = (solver: Solver) =>
    solver.resistance(`${first.id}/${cable?.from}.L`, `${first.id}/${cable?.to}.L`) ?? Infinity;
  const of = (fault: Partial<DwellingFault> & { kind: 'broken' | 'joint' }) =>
    solved(house([{ circuit: first.id, cable: cable?.id ?? '', conductor: 'L', ...fault } as DwellingFault]), {
      off: allOff(sound),
    });
  it('a joint adds what it is, never less', () => {
    const whole = along(solved(sound, { off: allOff(sound) }));
    const ohms = [0.1, 0.5, 2, 50].map((each) => along(of({ kind: 'joint', ohms: each } as never)));
    expect(ohms[0]).toBeGreaterThan(whole);
    expect(ohms).toEqual([...ohms].sort((a, b) => a - b));
    if (first.arrangement === 'radial') expect((ohms[1] ?? 0) - whole).toBeCloseTo(0.5, 6);
  });
  it('what is broken carries nothing that way', () => {
    const broken = along(of({ kind: 'broken' }));
    expect(broken).toBeGreaterThan(along(solved(sound, { off: allOff(sound) })));
    if (first.arrangement === 'radial') expect(broken).toBeGreaterThan(1000);
  });
  it('a size the edition has no resistance for is refused by name', () => {
    const odd: Dwelling = {
      ...sound,
      circuits: sound.circuits.map((circuit) =>
        circuit === first ? { ...circuit, cables: circuit.cables.map((each) => ({ ...each, liveMm2: 2.7 })) } : circuit,
      ),
    };
    const wired = wiringOf(odd, atRest, pack);
    expect(wired.ok ? '' : wired.problem).toMatch(new RegExp(`Circuit ${first.id}, cable .*2\\.7 mm²`));
  });
});
