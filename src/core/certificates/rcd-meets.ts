import type { DemandPurpose } from '../edition/rows';
import { loadsFromWays } from '../installation/loads';
import type { Place } from '../installation/place';
import type { Way } from '../installation/way';
import { valueAt } from '../job/governing';
import type { JobView } from '../job/view';
import { type Exact, add, divide, exact, isAtMost, multiply, toFixed, toShortest } from '../quantity/exact';
import { type ReadingValue, knownOf, showValue } from '../quantity/reading-value';
import { judgeInsulation } from '../measurements/insulation/insulation';
import { lineEarth, liveEarth, neutralEarth } from '../measurements/insulation/slots';
import { insulationTestOf } from '../measurements/insulation/test-voltage';
import { type CheckLine, at, named, unknown } from './check-line';

/** What an RCD will trip on once it is fitted: neutrals joined to earth, neutrals shared, leakage. */
export const whatAnRcdMeets = (view: JobView, ways: readonly Way[]): CheckLine[] => [
  ...ways.flatMap((way) => neutralToEarth(view, way)),
  ...neutrals(ways),
  ...leakage(view, ways),
];

/** A neutral joined to earth: an RCD trips on it as soon as anything draws current. */
function neutralToEarth(view: JobView, way: Way): CheckLine[] {
  const value = valueAt(view, { of: 'way', id: way.id }, neutralEarth);
  const key = `neutral-earth-${way.id}`;
  const what = `Neutral to earth: ${named(way)}`;
  const place = at(way, neutralEarth);
  if (!value || value.is === 'not-taken') {
    const whole = valueAt(view, { of: 'way', id: way.id }, liveEarth);
    return whole && isSoundBetween(view, way, whole)
      ? []
      : [
          unknown(
            key,
            what,
            'Test it separately: a fault here was harmless until now, and will trip an RCD at once.',
            place,
          ),
        ];
  }
  return isSoundBetween(view, way, value)
    ? []
    : [
        {
          key,
          what,
          stands: 'shortfall',
          why: `${showValue(value)} MΩ: an RCD trips as soon as anything on its side draws current.`,
          quote: `${named(way)}: find and part the neutral from earth`,
          place,
        },
      ];
}

/** Whether a circuit's neutral was read to earth by itself and is not sound. */
export function isNeutralEarthed(view: JobView, way: Way): boolean {
  const value = valueAt(view, { of: 'way', id: way.id }, neutralEarth);
  return value !== null && value.is !== 'not-taken' && !isSoundBetween(view, way, value);
}

function isSoundBetween({ pack }: JobView, way: Way, value: ReadingValue): boolean {
  const test = insulationTestOf(pack, way);
  const judgement = judgeInsulation(value, { pack, test, testVolts: null, lookAgainBelowMegohms: null });
  return judgement.verdict === 'meets';
}

function neutrals(ways: readonly Way[]): CheckLine[] {
  const lights = ways.filter(({ load }) => load === 'lighting');
  return ways.flatMap((way): CheckLine[] => {
    const key = `neutral-${way.id}`;
    const what = `Neutral: ${named(way)}`;
    const place: Place = { of: 'way', id: way.id, field: 'neutral' };
    if (way.neutral === 'shared') {
      const other = ways.find(({ id }) => id === way.neutralSharedWith);
      return [
        {
          key,
          what,
          stands: 'shortfall',
          why: `Shared with ${other ? named(other) : 'another circuit'}: behind two RCDs both trip, and isolating one leaves its neutral live.`,
          quote: `${named(way)}: part its neutral from ${other ? named(other) : 'the other circuit'}, or both behind one device`,
          place,
        },
      ];
    }
    return lights.length > 1 && lights.includes(way) && !way.neutral
      ? [
          unknown(
            key,
            what,
            'Two lighting circuits often share a neutral by the two-way switching of a stair: prove it.',
            place,
          ),
        ]
      : [];
  });
}

const leaky: readonly DemandPurpose[] = ['stored water', 'cooking', 'storage heating', 'floor warming'];

const leastToldApart = exact('0.001');

/** Elements that leak when they have stood cold, and what all circuits leak through their insulation at nominal voltage. */
function leakage(view: JobView, ways: readonly Way[]): CheckLine[] {
  const { nominalVolts, design } = view.pack;
  const { share, ofMilliamps, source } = design.residualLeakage;
  const milliamps = ways.reduce((sum: Exact, way) => {
    const on = { of: 'way', id: way.id } as const;
    // A neutral joined to earth leaks next to nothing: it is told by itself.
    const value =
      valueAt(view, on, lineEarth) ?? (valueAt(view, on, neutralEarth) ? null : valueAt(view, on, liveEarth));
    const known = value && value.is !== 'not-taken' && value.is !== 'unstable' ? knownOf(value) : null;
    if (!known || known.atLeast) return sum;
    // What reads next to nothing counts as the least that is told apart, so that worse never counts for less.
    const megohms = isAtMost(known.figure, leastToldApart) ? leastToldApart : known.figure;
    // Volts over megohms are microamperes.
    return add(sum, divide(exact(nominalVolts.value), multiply(megohms, exact(1000))));
  }, exact(0));
  const most = multiply(exact(ofMilliamps), exact(share));
  const heaters = ways.filter((way) => loadsFromWays([way]).some(({ purpose }) => leaky.includes(purpose)));
  return [
    ...heaters.map((way) =>
      unknown(
        `leaks-${way.id}`,
        `Leakage: ${named(way)}`,
        'A heating element that has stood cold may leak until it has dried out: read it connected as well.',
        at(way, liveEarth),
      ),
    ),
    ...(isAtMost(milliamps, most)
      ? []
      : [
          {
            key: 'leakage',
            what: 'Leakage of the wiring',
            stands: 'shortfall',
            why: `${toFixed(milliamps, 1, 'up')} mA through the insulation alone; behind one RCD of ${ofMilliamps} mA no more than ${toShortest(most, 1)} mA (${source}).`,
            quote: 'An RCD for each circuit, and the worst insulation found',
            place: { of: 'list', list: 'ways' },
          } as const,
        ]),
  ];
}
