import { type Demand, judgeDemand } from '../installation/demand';
import { loadsFromWays } from '../installation/loads';
import type { Place } from '../installation/place';
import { bondFieldOf, bondedServices, serviceWords } from '../installation/supply';
import { type Way, isSpare } from '../installation/way';
import { valueAt } from '../job/governing';
import type { QuoteLine } from '../job/kinds/works';
import type { JobView } from '../job/view';
import { exact, isAtMost, toFixed } from '../quantity/exact';
import { showValue } from '../quantity/reading-value';
import { judgeSizes } from '../measurements/continuity/bonding';
import { judgeInsulation, lookAgainBelow } from '../measurements/insulation/insulation';
import { liveEarth, liveLive } from '../measurements/insulation/slots';
import { insulationTestOf } from '../measurements/insulation/test-voltage';
import { type Judgement, type Verdict, verdictWord } from '../words/judgement';
import { type CheckLine, at, named, unknown } from './check-line';
import { demandOfJob } from './job-demand';
import { isNeutralEarthed, whatAnRcdMeets } from './rcd-meets';

export type BoardChangeCheck = {
  readonly lines: readonly CheckLine[];
  /** What an RCD will meet on these circuits once it is fitted, told in advance. */
  readonly meets: readonly CheckLine[];
};

/**
 * What stands in the way of a new board, before anybody names a price: earthing conductor, main bonding, tails, service
 * fuse, demand against the board that is to be fitted, insulation as it is now; and what an RCD will trip on: neutrals
 * joined to earth, shared neutrals, leakage. Limits are the edition's; what was not looked at is never called sound.
 */
export function boardChangeCheck(after: JobView): BoardChangeCheck {
  // The old board is what is asked about: everything read of it counts, whatever the work puts out of date since.
  const view = { ...after, job: after.recorded };
  const ways = [...view.job.ways.values()].filter((way) => !isSpare(way));
  return {
    lines: [
      ...conductors(view),
      ...bonds(view),
      tails(view),
      ...demand(view),
      ...ways.map((way) => insulation(view, way)),
    ],
    meets: whatAnRcdMeets(view, ways),
  };
}

const supplyField = (field: string): Place => ({ of: 'supply', field });
const standsBy: Record<Verdict, CheckLine['stands']> = {
  meets: 'sound',
  doubt: 'shortfall',
  fails: 'shortfall',
  unjudged: 'not known',
};
const whyOf = ({ working, limit }: Judgement): string =>
  [working.at(-1), limit && `(${limit.source})`].filter(Boolean).join(' ');

function conductors({ pack, job: { supply } }: JobView): CheckLine[] {
  const sizes = judgeSizes(pack, supply);
  const of = [
    ['earthing', 'Earthing conductor', 'earthingConductorCsaMm2'],
    ['bonding', 'Main bonding', 'bondingCsaMm2'],
  ] as const;
  return of.map(([key, what, field]) => {
    const place = supplyField(field);
    const judgement = sizes?.find((each) => each.what === what)?.judgement;
    if (!judgement) return unknown(key, what, 'Enter the earthing system and the size of the tails first.', place);
    if (!supply[field]) return unknown(key, what, `Its size is not recorded: ${judgement.limit?.text ?? ''}.`, place);
    const stands = standsBy[judgement.verdict];
    return {
      key,
      what,
      stands,
      why: whyOf(judgement),
      quote: stands === 'shortfall' ? `${what}: renew, ${judgement.limit?.text ?? ''}` : null,
      place,
    };
  });
}

function bonds({ job: { supply } }: JobView): CheckLine[] {
  return bondedServices.flatMap((service): CheckLine[] => {
    const state = supply[bondFieldOf[service]];
    const key = `bond-${service}`;
    const what = `Bonding of ${serviceWords[service]}`;
    const place = supplyField(bondFieldOf[service]);
    if (state === 'not-bonded')
      return [
        {
          key,
          what,
          stands: 'shortfall',
          why: 'Not bonded (411.3.1.2).',
          quote: `Bond ${serviceWords[service]}`,
          place,
        },
      ];
    const open = state === 'not-verified' || (!state && (service === 'water' || service === 'gas'));
    return open ? [unknown(key, what, 'Not verified: check before quoting.', place)] : [];
  });
}

function tails({ pack, job: { supply } }: JobView): CheckLine {
  const { tailsCsaMm2: size, serviceFuseAmps: fuse } = supply;
  const what = 'Meter tails';
  const place = supplyField(size ? 'serviceFuseAmps' : 'tailsCsaMm2');
  const row = pack.design.tails.find(({ csaMm2 }) => csaMm2 === size);
  if (!size || !fuse) return unknown('tails', what, 'Enter their size and the rating of the service fuse.', place);
  if (!row) return unknown('tails', what, `No figure for ${size} mm²: work it out.`, place);
  const carries = isAtMost(exact(fuse), exact(row.amps.value));
  const enough = pack.design.tails.find(({ amps }) => isAtMost(exact(fuse), exact(amps.value)));
  return {
    key: 'tails',
    what,
    stands: carries ? 'sound' : 'shortfall',
    why: `${size} mm² carries ${row.amps.value} A, service fuse ${fuse} A (${row.amps.source}).`,
    quote: carries
      ? null
      : `Tails: ${enough ? `${enough.csaMm2} mm²` : 'larger'} for a ${fuse} A service fuse, with the supplier who withdraws the fuse`,
    place,
  };
}

function demand(view: JobView): CheckLine[] {
  const { supply } = view.job;
  const { plannedBoardAmps: board } = view.document.works;
  const fuse = supply.serviceFuseAmps;
  const known = loadsFromWays([...view.job.ways.values()]).length > 0;
  const { after } = demandOfJob(view);
  const boardPlace: Place = { of: 'works', field: 'plannedBoardAmps' };
  const against = (key: string, what: string, rating: number, of: 'supply fuse' | 'board', place: Place): CheckLine => {
    const judgement = judgeDemand(after.total, rating, of);
    const above = judgement.verdict !== 'meets';
    return {
      key,
      what,
      stands: above ? 'shortfall' : 'sound',
      why: `Demand ${amps(after)} after diversity, ${of} ${rating} A (311.1).`,
      quote: !above
        ? null
        : of === 'board'
          ? `Board and main switch for ${amps(after)} at least`
          : 'Larger service from the distributor, or load limitation',
      place,
    };
  };
  const noLoads = 'Enter the circuits with their devices: demand is calculated from them.';
  return [
    !fuse
      ? unknown(
          'fuse',
          'Service fuse',
          'Its rating is not recorded. Ask the distributor if it cannot be read.',
          supplyField('serviceFuseAmps'),
        )
      : known
        ? against('fuse', 'Service fuse', fuse, 'supply fuse', supplyField('serviceFuseAmps'))
        : unknown('fuse', 'Service fuse', noLoads, { of: 'list', list: 'ways' }),
    !board
      ? unknown('board', 'New board', 'Enter the rating of the board to be fitted.', boardPlace)
      : known
        ? against('board', 'New board', board, 'board', boardPlace)
        : unknown('board', 'New board', noLoads, { of: 'list', list: 'ways' }),
    ...(fuse && board && fuse > board && known
      ? [
          {
            key: 'board-behind-fuse',
            what: 'New board behind the service fuse',
            stands: 'shortfall',
            why: `A ${board} A board stands behind a ${fuse} A fuse, which does not protect it from overload (536.4).`,
            quote: `Board of ${fuse} A, or a smaller service fuse`,
            place: boardPlace,
          } as const,
        ]
      : []),
  ];
}

const amps = ({ total }: Demand): string => `${toFixed(total, 1, 'half-up')} A`;
/** The worse of a circuit's two insulation readings, judged as wiring that was there before. */
function insulation(view: JobView, way: Way): CheckLine {
  const { pack } = view;
  const key = `insulation-${way.id}`;
  const what = `Insulation: ${named(way)}`;
  const test = insulationTestOf(pack, way);
  const judged = [liveEarth, liveLive].flatMap((measure) => {
    const value = valueAt(view, { of: 'way', id: way.id }, measure);
    if (!value || value.is === 'not-taken') return [];
    const lookAgainBelowMegohms = lookAgainBelow(pack, test, false);
    return [
      { measure, value, judgement: judgeInsulation(value, { pack, test, testVolts: null, lookAgainBelowMegohms }) },
    ];
  });
  const place = at(way, judged.length === 0 || judged[0]?.measure === liveLive ? liveEarth : liveLive);
  const bad =
    judged.find(({ judgement }) => judgement.verdict === 'fails') ??
    judged.find(({ judgement }) => judgement.verdict === 'doubt');
  if (bad)
    return {
      key,
      what,
      stands: 'shortfall',
      why: `${showValue(bad.value)} MΩ, ${verdictWord[bad.judgement.verdict]}: ${bad.judgement.limit?.text ?? ''}.`,
      // A neutral joined to earth has a line of its own.
      quote: isNeutralEarthed(view, way)
        ? null
        : `${named(way)}: ${bad.judgement.verdict === 'fails' ? 'find and clear the insulation fault' : 'find what brings the insulation down'}`,
      place: at(way, bad.measure),
    };
  if (judged.length < 2 || judged.some(({ judgement }) => judgement.verdict !== 'meets'))
    return unknown(
      key,
      what,
      'Test it before quoting, or quote subject to testing.',
      place,
      `${named(way)}: faults found in its wiring are extra`,
    );
  return {
    key,
    what,
    stands: 'sound',
    why: judged.map(({ value }) => showValue(value)).join(' and ') + ' MΩ.',
    quote: null,
    place,
  };
}

/** The quote with a line for every shortfall that has none yet; what the inspector wrote and priced stays as it is. */
export function quoteFrom(check: BoardChangeCheck, quote: readonly QuoteLine[]): QuoteLine[] {
  const answered = new Set(quote.map(({ answers }) => answers));
  const wanted = [...check.lines, ...check.meets].filter(({ key, quote: what }) => what && !answered.has(key));
  return [
    ...quote,
    ...wanted.map(({ key, quote: what }) => ({ what: (what ?? '').slice(0, 200), answers: key, pence: null })),
  ];
}
