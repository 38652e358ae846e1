import type { ItemGuidance } from '../edition/guidance';
import { judgeWayCapacity } from '../installation/capacity';
import type { Subject } from '../installation/slot';
import type { Place } from '../installation/place';
import { bondFieldOf, bondedServices, protectiveConductors, serviceWords } from '../installation/supply';
import { bondKey, bondLookWords, bondLooks } from '../job/kinds/bond';
import { roomsOfParts, saySupplementary, supplementaryOf } from './supplementary';
import { additionalProtection } from '../installation/additional-protection';
import { type Way, isSpare } from '../installation/way';
import { governing } from '../job/governing';
import { nameOfSubject } from '../job/slot-name';
import type { SlotDefinition } from '../job/test-definition';
import { type Verdicts, resultVerdicts } from '../job/verdicts';
import type { JobView } from '../job/view';
import { compare } from '../quantity/exact';
import { unitSymbol } from '../quantity/parse-reading';
import { knownOf, showValue } from '../quantity/reading-value';
import { judgeSizes } from '../measurements/continuity/bonding';
import { devicesChecked } from '../measurements/origin/breaking';
import type { Judgement, Verdict } from '../words/judgement';

/** What one check of the record says of an item: in words with its figures, and where to look where it does not meet. */
type CheckSaid = { readonly says: string; readonly verdict: Verdict; readonly place: Place | null };

export type MeasuredItem = {
  /** The gravest of its checks; a doubt where something is still to be read. */
  readonly verdict: Verdict;
  readonly checks: readonly CheckSaid[];
};

type Picks = (definition: SlotDefinition) => boolean;
const ofTest =
  (test: string, also: Picks = () => true): Picks =>
  (definition) =>
    definition.measure.test === test && definition.countsWith === undefined && also(definition);

/** Checks by the names item guidance gives them: which results of the record each stands for. */
const bySlots: Readonly<Record<string, { readonly name: string; readonly picks: Picks }>> = {
  polarity: { name: 'Polarity', picks: ofTest('polarity') },
  functional: { name: 'Function', picks: ofTest('function') },
  Zs: { name: 'Zs', picks: ofTest('zs', ({ on, measure }) => on === 'way' && !measure.pair) },
  IR: { name: 'Insulation', picks: ofTest('insulation', ({ measure }) => !measure.position) },
  RA: { name: 'RA', picks: ofTest('electrode', ({ measure }) => !measure.position) },
  'R1+R2': { name: 'R1+R2', picks: ofTest('r1r2') },
  R2: { name: 'R2', picks: ofTest('r2') },
  'ring steps': { name: 'Ring, end to end', picks: ofTest('ring', ({ measure }) => measure.step === 1) },
  Ze: { name: 'Ze', picks: ofTest('ze') },
  Ipf: { name: 'Ipf', picks: ofTest('ipf', ({ on }) => on === 'supply') },
  'RCD time': { name: 'RCD at IΔn', picks: ofTest('rcd time', ({ measure }) => !measure.position) },
  'test button': { name: 'Test button', picks: ofTest('rcd button') },
  'AFDD button': { name: 'AFDD button', picks: ofTest('afdd button') },
  'SPD indicator': { name: 'SPD window', picks: ofTest('spd window') },
  'main bonding continuity': { name: 'Bonding', picks: ofTest('continuity') },
  'earthing conductor continuity': { name: 'Earthing conductor', picks: ofTest('continuity') },
  'extraneous-conductive-part test': { name: 'Extraneous', picks: ofTest('extraneous') },
  'supplementary bonding 50/Ia': { name: 'Supplementary bonding', picks: ofTest('supplementary') },
};

function subjectsOf({ job }: JobView, definition: SlotDefinition): readonly Subject[] {
  switch (definition.on) {
    case 'supply':
      return [{ of: 'supply' }];
    case 'way':
      return [...job.ways.values()]
        .filter((way) => !isSpare(way) && (definition.applies?.(way) ?? true))
        .map(({ id }) => ({ of: 'way', id }));
    case 'board':
      return [...job.boards.keys()].map((id) => ({ of: 'board', id }));
    case 'conductor':
      return protectiveConductors.map((to) => ({ of: 'conductor', to }));
    default:
      return [];
  }
}

const order: readonly Verdict[] = ['meets', 'unjudged', 'doubt', 'fails'];
const gravestOf = (verdicts: readonly Verdict[]): Verdict =>
  verdicts.reduce<Verdict>((worst, each) => (order.indexOf(each) > order.indexOf(worst) ? each : worst), 'meets');

const isEarthing = (on: Subject) => on.of === 'conductor' && on.to === 'earthing';

/** Whether a result speaks of an item: polarity at the intake is that of the supply, functions are those tried where it is. */
function speaksOf(check: string, { measure, on }: SlotDefinition, { where, decidedBy }: ItemGuidance): boolean {
  if (check === 'polarity') return (on === 'supply') === where.every((each) => each === 'intake');
  if (check !== 'functional') return true;
  const atTheBoard = where.every((each) => each === 'board') && !decidedBy.includes('test button');
  return measure.position === 'main switch' ? atTheBoard : where.includes('everyPoint');
}

/** One check over everything of the record it is about; null where nothing of it was read and nothing is due. */
function checkOf(view: JobView, verdicts: Verdicts, check: string, guidance: ItemGuidance): CheckSaid | null {
  const named = bySlots[check];
  if (!named) return null;
  const wanted = (on: Subject) =>
    check === 'earthing conductor continuity'
      ? isEarthing(on)
      : check === 'main bonding continuity'
        ? !isEarthing(on)
        : true;
  const definitions = view.tests.slots.filter(
    (definition) => named.picks(definition) && speaksOf(check, definition, guidance),
  );
  const read = resultVerdicts(view, verdicts).filter(({ slot }) => {
    const definition = view.tests.of(slot);
    return definition && definitions.includes(definition) && wanted(slot.on);
  });
  const missing = definitions.flatMap((definition) =>
    subjectsOf(view, definition).filter(
      (on) => wanted(on) && definition.due?.(view, on) && !governing(view, on, definition.measure),
    ),
  );
  if (read.length === 0 && missing.length === 0) return null;
  const figure = ({ slot }: (typeof read)[number]): string => {
    const value = governing(view, slot.on, slot)?.body.value;
    const spec = view.tests.of(slot)?.spec;
    return value ? `${showValue(value)}${spec?.takes === 'figure' ? ` ${unitSymbol[spec.unit]}` : ''}` : '';
  };
  const beside = ({ limit }: Judgement) => (limit ? ` (${limit.figure})` : '');
  const wrong = read.filter(({ judgement }) => judgement.verdict === 'fails' || judgement.verdict === 'doubt');
  const notRead = [...new Set(missing.map((on) => nameOfSubject(view, on)))];
  const parts = [
    ...wrong.slice(0, 3).map((each) => `${nameOfSubject(view, each.slot.on)} ${figure(each)}${beside(each.judgement)}`),
    ...(wrong.length > 3 ? [`and ${wrong.length - 3} more`] : []),
    ...(wrong.length === 0 && read.length > 0 ? [inOrder(view, read, figure)] : []),
    ...(notRead.length > 0
      ? [`not read: ${notRead.slice(0, 3).join(', ')}${notRead.length > 3 ? ` and ${notRead.length - 3} more` : ''}`]
      : []),
  ];
  const verdict = gravestOf([
    ...read.map(({ judgement }) => judgement.verdict),
    ...(notRead.length > 0 ? ['doubt' as const] : []),
  ]);
  const first = wrong[0]?.slot;
  return { says: `${named.name}: ${parts.join('; ')}`, verdict, place: first ? { of: 'slot', slot: first } : null };
}

/** Results that all meet: how many, and the one nearest its limit. */
function inOrder(
  view: JobView,
  read: readonly ReturnType<typeof resultVerdicts>[number][],
  figure: (each: ReturnType<typeof resultVerdicts>[number]) => string,
): string {
  const withFigure = read.flatMap((each) => {
    const value = governing(view, each.slot.on, each.slot)?.body.value;
    const known = value && knownOf(value);
    return known ? [{ each, known }] : [];
  });
  const governs = read[0] && view.tests.of(read[0].slot)?.governs;
  const [first] = withFigure;
  if (!first || governs === 'latest') return `${read.length} in order`;
  const extreme = withFigure.reduce((most, next) => {
    const larger = compare(next.known.figure, most.known.figure);
    return (governs === 'highest' ? larger > 0 : larger < 0) ? next : most;
  }, first);
  const limit = extreme.each.judgement.limit?.figure;
  return `${read.length} in order, ${governs} ${figure(extreme.each)}${limit ? ` of ${limit}` : ''}, ${nameOfSubject(view, extreme.each.slot.on)}`;
}

/** Checks of sizes and devices, which are worked out and not read. */
function worked(view: JobView, check: string, { decidedBy }: ItemGuidance): CheckSaid | null {
  const { job, pack } = view;
  const ways = [...job.ways.values()].filter((way) => !isSpare(way));
  // Of a circuit's own CPC nothing is held but its readings.
  if ((check === 'Table 54.7' || check === 'Table 54.8') && !decidedBy.includes('R1+R2')) {
    const size = judgeSizes(pack, job.supply)?.[check === 'Table 54.7' ? 0 : 1];
    if (!size) return null;
    const field = check === 'Table 54.7' ? 'earthingConductorCsaMm2' : 'bondingCsaMm2';
    return {
      says: `${size.what}: ${size.judgement.working.at(-1) ?? ''}`,
      verdict: size.judgement.verdict,
      place: { of: 'supply', field },
    };
  }
  if (check === 'breaking capacity') {
    const { wrong, checked, unknown } = devicesChecked(view);
    if (checked === 0) return null;
    const [first] = wrong;
    return {
      says: first
        ? `Breaking capacity: ${first.way ? `way ${first.way.number}` : 'service fuse'} ${first.judgement.working[0] ?? ''}`
        : `Breaking capacity: ${checked} devices in order${unknown > 0 ? `, ${unknown} not known` : ''}`,
      verdict: first ? first.judgement.verdict : unknown > 0 ? 'doubt' : 'meets',
      place: first?.way ? { of: 'way', id: first.way.id, field: 'breakingMark' } : null,
    };
  }
  if (check === 'Ib ≤ In ≤ Iz' || check === 'ring 433.1.204') {
    const of = check === 'ring 433.1.204' ? ways.filter(({ arrangement }) => arrangement === 'ring') : ways;
    const judged = of.flatMap((way) => {
      const judgement = judgeWayCapacity(pack, way);
      return judgement && judgement.verdict !== 'unjudged' ? [{ way, judgement }] : [];
    });
    if (judged.length === 0) return null;
    const wrong = judged.find(({ judgement }) => judgement.verdict !== 'meets');
    const name = check === 'ring 433.1.204' ? 'Rings by 433.1.204' : 'Device against cable';
    const rest = of.length - judged.length;
    return {
      says: wrong
        ? `${name}: way ${wrong.way.number}, ${wrong.judgement.working.at(-1) ?? ''}`
        : `${name}: ${judged.length} in order${rest > 0 ? `, ${rest} not described` : ''}`,
      verdict: wrong ? wrong.judgement.verdict : rest > 0 ? 'doubt' : 'meets',
      place: wrong ? { of: 'way', id: wrong.way.id, field: 'liveCsaMm2' } : null,
    };
  }
  return null;
}

/** Circuits an item asks an RCD of 30 mA for, and those without one: whether that matters is for who stands there. */
function fitted({ job, pack }: JobView, item: string): readonly CheckSaid[] {
  const { 'rcd on sockets': sockets, 'rcd on lights': lights } = pack.itemRoles;
  const asked = [...job.ways.values()].filter(
    (way) =>
      !isSpare(way) &&
      ((sockets.includes(item) &&
        (way.load === 'sockets' || way.arrangement === 'ring') &&
        (way.deviceAmps ?? 0) <= additionalProtection.socketAmps) ||
        (lights.includes(item) && way.load === 'lighting')),
  );
  if (asked.length === 0) return [];
  // Nobody said of a way whether it has one: that is not the same as none.
  const unsaid = asked.filter(({ residualMilliamps, residualAbsent }) => !residualMilliamps && !residualAbsent);
  const without = asked.filter(
    ({ residualMilliamps, residualAbsent }) =>
      residualAbsent || (residualMilliamps && residualMilliamps > additionalProtection.milliamps),
  );
  const first = without[0] ?? unsaid[0];
  const named = (ways: readonly Way[]) => ways.map(({ number }) => number).join(', ');
  return [
    {
      says: `Behind ${additionalProtection.milliamps} mA: ${
        [
          without.length > 0 ? `all but way ${named(without)}` : '',
          unsaid.length > 0 ? `not described: way ${named(unsaid)}` : '',
        ]
          .filter(Boolean)
          .join('; ') || `all ${asked.length}`
      }`,
      verdict: first ? 'doubt' : 'meets',
      place: first ? { of: 'way', id: first.id, field: 'residualMilliamps' } : null,
    },
  ];
}

/** Rooms of bathing whose parts were named: whether supplementary bonding is needed there, and how its pairs read. */
const bathRooms = (view: JobView): readonly CheckSaid[] =>
  roomsOfParts(view).map((place) => {
    const room = supplementaryOf(view, place);
    const wrong = room.pairs.some(({ judgement }) => judgement?.verdict === 'fails');
    const proved = room.pairs.length > 0 && room.pairs.every(({ judgement }) => judgement?.verdict === 'meets');
    const verdict = room.mayBeOmitted === 'yes' || proved ? 'meets' : wrong ? 'fails' : 'doubt';
    return { says: `${place}: ${saySupplementary(room)}`, verdict, place: null };
  });

/** Main bonds that were followed, and what was not as it should be on the way. */
function followed({ job }: JobView): readonly CheckSaid[] {
  const bonds = bondedServices.filter((service) => job.supply[bondFieldOf[service]] === 'bonded');
  return bonds.flatMap((service): CheckSaid[] => {
    const looks = bondLooks.map((look) => ({ look, found: job.bonds.get(bondKey(service, look)) }));
    if (looks.every(({ found }) => !found)) return [];
    const wrong = looks.filter(({ found }) => found === 'no');
    const left = looks.filter(({ found }) => !found).length;
    return [
      {
        says: `Bond to ${serviceWords[service]}: ${
          wrong.length > 0
            ? `not so: ${wrong.map(({ look }) => bondLookWords[look].ask.toLowerCase()).join('; ')}`
            : left > 0
              ? `${left} still to look at`
              : 'followed, in order'
        }`,
        verdict: wrong.length > 0 ? 'fails' : left > 0 ? 'doubt' : 'meets',
        place: { of: 'supply', field: bondFieldOf[service] },
      },
    ];
  });
}

/**
 * What measurements and sizes say of an item they decide, with the figures; null where nothing of it is recorded or due. It
 * is a proposal: an item is settled by who looked.
 */
export function measuredItem(view: JobView, verdicts: Verdicts, guidance: ItemGuidance): MeasuredItem | null {
  const checks = [
    ...(guidance.document === 'EICR' ? fitted(view, guidance.item) : []),
    ...(guidance.decidedBy.includes('supplementary bonding 50/Ia') ? bathRooms(view) : []),
    ...(guidance.decidedBy.includes('main bonding continuity') ? followed(view) : []),
    ...guidance.decidedBy.flatMap(
      (check) => checkOf(view, verdicts, check, guidance) ?? worked(view, check, guidance) ?? [],
    ),
  ];
  return checks.length > 0 ? { verdict: gravestOf(checks.map(({ verdict }) => verdict)), checks } : null;
}
