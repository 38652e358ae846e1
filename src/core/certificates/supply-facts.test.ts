import { describe, expect, it } from 'vitest';
import { opened, viewOfScribe } from '../../../tests/support/entries';
import type { Scribe } from '../../../scripts/demo/scribe';
import { conductorContinuity } from '../measurements/continuity/slots';
import { electrode, ipfLineEarth, ipfLineNeutral, supplyPolarity, ze } from '../measurements/origin/slots';
import type { Fact } from './fact';
import { earthingFacts, mainSwitchFacts, supplyFacts } from './supply-facts';

const valueOf = (facts: readonly Fact[], label: string): string | undefined =>
  facts.find((each) => each.label === label)?.value;
const supply = { of: 'supply' } as const;
const after = (write: (s: Scribe) => void) => {
  const s = opened();
  write(s);
  return viewOfScribe(s);
};

describe('the supply as it is printed', () => {
  it('has a dash wherever nothing was said or read, and no figure', () => {
    const facts = supplyFacts(after(() => undefined));
    expect(facts.length).toBeGreaterThan(8);
    for (const { value } of facts) expect(value).not.toMatch(/\d/);
    expect(valueOf(facts, 'Ipf L–N / L–E')).toBe('— / — kA');
    expect(valueOf(facts, 'Ze')).toBe('—');
  });
  it.each<[string, (s: Scribe) => void, string, string]>([
    ['the earthing system', (s) => s.say('supply.described', { earthing: 'TN-S' }), 'Earthing system', 'TN-S'],
    [
      'live conductors in words',
      (s) => s.say('supply.described', { liveConductors: 'single-phase' }),
      'Live conductors',
      'AC, 1-phase, 2-wire',
    ],
    [
      'the voltage with its unit',
      (s) => s.say('supply.described', { nominalVolts: 230 }),
      'Nominal voltage U / U0',
      '230 V',
    ],
    [
      'the fuse in one line',
      (s) => s.say('supply.described', { serviceFuseStandard: 'BS 1361', serviceFuseType: 'II', serviceFuseAmps: 80 }),
      'Service fuse',
      'BS 1361 II 80 A',
    ],
    [
      'a fuse of which only the rating is known',
      (s) => s.say('supply.described', { serviceFuseAmps: 60 }),
      'Service fuse',
      '60 A',
    ],
    ['Ze as shown, and how it was come by', (s) => s.read(supply, ze, '0.21'), 'Ze', '0.21 Ω, by measurement'],
    ['Ze over range', (s) => s.read(supply, ze, '>20'), 'Ze', '>20 Ω, by measurement'],
    ['a polarity that is right', (s) => s.read(supply, supplyPolarity, 'ok'), 'Polarity of the supply', 'confirmed'],
    [
      'both fault currents side by side',
      (s) => void [s.read(supply, ipfLineNeutral, '1.52'), s.read(supply, ipfLineEarth, '1.21')],
      'Ipf L–N / L–E',
      '1.52 / 1.21 kA',
    ],
    ['one of them, the other a dash', (s) => s.read(supply, ipfLineEarth, '1.21'), 'Ipf L–N / L–E', '— / 1.21 kA'],
  ])('%s', (_name, write, label, printed) =>
    expect(valueOf(supplyFacts(after((s) => void write(s))), label)).toBe(printed),
  );
  it('the larger fault current is the one printed as such, whichever it is', () => {
    const larger = (neutral: string, earth: string) =>
      valueOf(
        supplyFacts(after((s) => void [s.read(supply, ipfLineNeutral, neutral), s.read(supply, ipfLineEarth, earth)])),
        'Ipf (larger)',
      );
    expect(larger('1.52', '1.21')).toMatch(/^1\.52 kA, /);
    expect(larger('1.21', '1.52')).toMatch(/^1\.52 kA, /);
  });
});

describe('earthing as it is printed', () => {
  it.each([
    ['TN-C-S', "distributor's facility"],
    ['TT', "installation's earth electrode"],
  ] as const)('%s: %s', (earthing, means) =>
    expect(valueOf(earthingFacts(after((s) => s.say('supply.described', { earthing }))), 'Means of earthing')).toBe(
      means,
    ),
  );
  it('an electrode stands in it on TT alone', () => {
    const of = (earthing: 'TT' | 'TN-S') =>
      earthingFacts(
        after((s) => {
          s.say('supply.described', { earthing, electrodeType: 'rod', electrodeLocation: 'Back wall' });
          s.read(supply, electrode, '64');
        }),
      );
    expect([valueOf(of('TT'), 'Electrode'), valueOf(of('TT'), 'RA')]).toEqual(['rod, Back wall', '64 Ω']);
    expect([valueOf(of('TN-S'), 'Electrode'), valueOf(of('TN-S'), 'RA')]).toEqual([undefined, undefined]);
  });
  it('a bond carries its continuity only where it is bonded', () => {
    const water = (bondWater: 'bonded' | 'not-present') =>
      earthingFacts(
        after((s) => {
          s.say('supply.described', { bondWater });
          s.read({ of: 'conductor', to: 'water' }, conductorContinuity, '0.03');
        }),
      ).find(({ label }) => /water/i.test(label))?.value;
    expect(water('bonded')).toMatch(/, 0\.03 Ω$/);
    expect(water('not-present')).not.toMatch(/Ω/);
  });
  it('a conductor of which no material is said is copper', () => {
    const size = (fields: object) =>
      valueOf(earthingFacts(after((s) => s.say('supply.described', fields))), 'Earthing conductor');
    expect(size({ earthingConductorCsaMm2: 16 })).toBe('16 mm² copper');
    expect(size({ earthingConductorCsaMm2: 25, earthingConductorMaterial: 'aluminium' })).toBe('25 mm² aluminium');
    expect(size({})).toBe('—');
  });
});

it('a main switch says whether there is an RCD in it', () => {
  const residual = (fields: object) =>
    valueOf(mainSwitchFacts(after((s) => s.say('supply.described', fields))), 'RCD in the main switch');
  expect([residual({}), residual({ mainSwitchResidualMilliamps: 100 })]).toEqual(['none', '100 mA']);
});

describe('main bonding as it is printed', () => {
  it.each([
    ['not-present', 'none needed: no extraneous-conductive-part enters'],
    ['not-bonded', 'none found'],
    ['not-verified', '—'],
    ['bonded', '—'],
  ] as const)('where water is %s and nothing else comes in: %s', (bondWater, shown) => {
    const fields = {
      bondWater,
      bondGas: 'not-present',
      bondOil: 'not-extraneous',
      bondSteel: 'not-present',
      bondLightning: 'not-present',
      bondOther: 'not-present',
    } as const;
    const facts = earthingFacts(after((s) => s.say('supply.described', fields)));
    expect(valueOf(facts, 'Main bonding conductors')).toBe(shown);
  });
});
