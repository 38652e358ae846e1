import { otherCodes } from '../certificates/code-advice';
import type { Finding } from '../edition/findings';
import type { Claim, Links, Measured } from './act';
import { cautions } from './cautions';
import { defectSorts } from './dwelling-type';
import type { Hidden, House, Place } from './house';
import { sameRegulation } from './same-regulation';
import { switchesRight } from './switching';
import type { Visit } from './visit';

export const parts = ['safety', 'tests', 'found', 'codes', 'paper', 'time'] as const;
export type Part = (typeof parts)[number];

/** One thing that was marked: points got of those there were, and why. */
export type Mark = {
  readonly part: Part;
  readonly what: string;
  readonly got: number;
  readonly of: number;
  readonly why: string;
};
export type Score = {
  readonly marks: readonly Mark[];
  /** Of a hundred, all parts that count together. */
  readonly percent: number;
};

const worth = { safety: 20, place: 4, code: 2, regulation: 1, reason: 1, invented: 3, hint: 2 } as const;

/** What belongs to a circuit as a whole: no place of it is nearer than another. */
const ofWholeCircuits: ReadonlySet<string> = new Set(['joined circuits', 'no protective conductor']);

const circuitClaims = (hidden: Hidden): string[] => hidden.circuits.map((id) => `circuit:${id}`);
const isAt = (hidden: Hidden, { at }: Claim): boolean =>
  hidden.places.includes(at) || circuitClaims(hidden).includes(at);

/** Named elsewhere on its circuit, for what it is. */
const isOnCircuit = ({ circuits, fault }: Hidden, house: House, { at, sort }: Claim): boolean =>
  sort === fault.sort && circuits.includes(house.places.find(({ id }) => id === at)?.circuit ?? '');

/** The claim that names a fault best; null where none is at its place. */
function claimOf(hidden: Hidden, house: House, claims: readonly Claim[]): Claim | null {
  const there = claims.filter((claim) => isAt(hidden, claim) || isOnCircuit(hidden, house, claim));
  const ofSort = there.filter(({ sort }) => sort === hidden.fault.sort);
  const atPlace = ofSort.filter(({ at }) => hidden.places.includes(at));
  // Of two alike at one place each has the one with its code.
  const best = atPlace.find(({ code }) => code === hidden.fault.code) ?? atPlace[0];
  return best ?? ofSort[0] ?? there[0] ?? null;
}

/** Points got of those there were. */
export const total = (marks: readonly Pick<Mark, 'got' | 'of'>[]) => ({
  got: marks.reduce((sum, mark) => sum + mark.got, 0),
  of: marks.reduce((sum, mark) => sum + mark.of, 0),
});

export type Marking = {
  /** The parts that count. */
  readonly counted?: readonly Part[];
  /** Circuits whose tests are wanted; every one where none are named. */
  readonly circuits?: readonly string[] | null;
  /** The paper that is due, where the work was of another kind than the house as a whole. */
  readonly documents?: readonly string[];
  /** Marks of the paper the learner wrote, where one was wanted or issued. */
  readonly written?: readonly Mark[];
  /** Minutes it took, of those there were; time does not count where there is no limit. */
  readonly time?: { readonly took: number; readonly allowed: number } | null;
};

/** Marks a visit against what the house truly was: the parts that count, each thing with its reason. */
export function scoreOf(
  house: House,
  visit: Visit,
  findings: readonly Finding[],
  { counted = parts, circuits = null, documents = house.type.documents, written = [], time = null }: Marking = {},
): Score {
  const coded = house.hidden.filter(({ fault }) => fault.code !== 'none');
  const marks = [
    safety(house, visit),
    ...tests(house, visit, circuits),
    ...coded.flatMap((hidden) => found(hidden, visit, house, findings)),
    ...invented(house, visit),
    ...paper(house, visit, documents),
    ...written,
    ...(time ? [inTime(time)] : []),
    ...(visit.hints > 0
      ? [{ part: 'found', what: 'Hints', got: -worth.hint * visit.hints, of: 0, why: 'Each costs two.' } as const]
      : []),
  ].filter(({ part }) => counted.includes(part));
  const { got, of } = total(marks);
  return { marks, percent: of === 0 ? 100 : Math.max(0, Math.round((got / of) * 1000) / 10) };
}

const inTime = ({ took, allowed }: { readonly took: number; readonly allowed: number }): Mark => ({
  part: 'time',
  what: 'Time',
  got: took <= allowed ? 2 : took <= allowed * 1.5 ? 1 : 0,
  of: 2,
  why: `${Math.max(1, Math.round(took))} of ${allowed} minutes.`,
});

function safety(house: House, { wrongs }: Visit): Mark {
  const lost = wrongs.reduce((sum, { caution }) => sum + cautions[caution].costs, 0);
  const kept = [...new Set(wrongs.map(({ caution }) => cautions[caution].rule))];
  return {
    part: 'safety',
    what: 'Safety',
    got: worth.safety - lost,
    of: worth.safety,
    why: kept.length > 0 ? `Not kept: ${kept.join('; ')}.` : (house.type.cautions[0] ?? 'All kept.'),
  };
}

function found(hidden: Hidden, visit: Visit, house: House, findings: readonly Finding[]): Mark[] {
  const { fault } = hidden;
  const claim = claimOf(hidden, house, visit.claims);
  const named = claim !== null && claim.sort === fault.sort;
  const atPlace = claim !== null && (hidden.places.includes(claim.at) || ofWholeCircuits.has(fault.sort));
  const where = hidden.places[0] ? nameOf(house, hidden.places[0]) : '';
  const got = !claim ? 0 : named ? (atPlace || hidden.places.length === 0 ? worth.place : worth.place - 1) : 1;
  const isReasoned = claim !== null && named && reasoned(hidden, visit, house);
  const regulation = claim !== null && named && isRegulation(claim, fault.sort);
  return [
    {
      part: 'found',
      what: `${fault.what}${where ? `, ${where}` : ''}`,
      got,
      of: worth.place,
      why: !claim
        ? `Missed. ${fault.foundBy.map(({ how, sign }) => `${how}: ${sign}`).join('; ')}.`
        : named
          ? atPlace
            ? 'Found, and where it is.'
            : 'Found; its place on the circuit was not given.'
          : `Something was named there, but it was ${titleOf(fault.sort)}.`,
    },
    {
      part: 'found',
      what: `The reading or sight that shows it: ${fault.what}`,
      got: isReasoned ? worth.reason : 0,
      of: worth.reason,
      why: isReasoned ? 'It was seen or read.' : 'Nothing was read or seen that would show it.',
    },
    {
      part: 'codes',
      what: `Code of: ${fault.what}`,
      got: claim && named ? codePoints(claim, hidden, findings) : 0,
      of: worth.code,
      why: [`${fault.code}. ${fault.codeWhy ?? fault.learnerShould}`, otherViewOf(fault, findings)]
        .filter(Boolean)
        .join('. '),
    },
    {
      part: 'codes',
      what: `Regulation of: ${fault.what}`,
      got: regulation ? worth.regulation : 0,
      of: worth.regulation,
      why: sortOf(fault.sort)?.regulations.join(', ') ?? '',
    },
  ];
}

const sortOf = (id: string) => defectSorts.find((each) => each.id === id);
const titleOf = (id: string): string => (sortOf(id)?.title ?? id).toLowerCase();
const isRegulation = ({ regulation }: Claim, sort: string): boolean =>
  (sortOf(sort)?.regulations ?? []).some((each) => sameRegulation(each, regulation));

const otherViewOf = ({ code, finding }: Hidden['fault'], findings: readonly Finding[]): string => {
  const known = findings.find(({ id }) => id === finding);
  return known?.otherView && known.usual === code ? `The other view: ${known.otherView}` : '';
};

/** The code it has here, or what another view of such a finding gives it; half for one its questions can come to. */
function codePoints({ code }: Claim, { fault }: Hidden, findings: readonly Finding[]): number {
  if (code === fault.code) return worth.code;
  const known = findings.find(({ id }) => id === fault.finding);
  if (known?.usual === fault.code && otherCodes(known).some((each) => each === code)) return worth.code;
  const others = known ? [known.usual, ...known.questions.flatMap(({ yes, no }) => [yes, no])] : [];
  if (fault.code !== 'snag' && others.some((each) => each === code && each !== 'none')) return worth.code - 1;
  return fault.code === 'snag' && (code === 'C2' || code === 'C3') ? 1 : 0;
}

/** Whether something was seen or read that shows a fault. */
function reasoned(hidden: Hidden, visit: Visit, house: House): boolean {
  if (house.sights.some(({ id, fault }) => fault === hidden.fault.id && visit.seen.has(id))) return true;
  const shownBy = sortOf(hidden.fault.sort)?.readBy ?? [];
  const isTried = visit.acts.some(
    (act) =>
      (act.is === 'volts' || act.is === 'work') && shownBy.includes(act.is) && concerns(hidden, house, act.place),
  );
  return (
    isTried || visit.readings.some(({ measured }) => shownBy.includes(measured.of) && readsOf(hidden, house, measured))
  );
}

const concerns = ({ places, circuits }: Hidden, house: House, placeId: string): boolean => {
  const place = house.places.find(({ id }) => id === placeId);
  return places.includes(placeId) || Boolean(place?.circuit && circuits.includes(place.circuit));
};

/** Whether a reading was taken where a fault is: of the supply and the bath room as wholes, anywhere of them. */
function readsOf(hidden: Hidden, house: House, measured: Measured): boolean {
  if (measured.of === 'ze' || measured.of === 'ipf' || measured.of === 'part') return true;
  if ('circuit' in measured && hidden.circuits.includes(measured.circuit)) return true;
  return 'place' in measured && concerns(hidden, house, measured.place);
}

/** What was coded though it is sound, or is not there at all. */
function invented(house: House, visit: Visit): Mark[] {
  // What a fault was taken for, where it was named for something else: marked there.
  const taken = new Set(house.hidden.map((hidden) => claimOf(hidden, house, visit.claims)));
  return visit.claims.flatMap((claim): Mark[] => {
    if (claim.code === 'none') return [];
    const there = house.hidden.filter((hidden) => isAt(hidden, claim) || isOnCircuit(hidden, house, claim));
    const match =
      there.find(({ fault }) => fault.sort === claim.sort && fault.code !== 'none') ??
      there.find(({ fault }) => fault.sort === claim.sort) ??
      there[0];
    const isRight = match?.fault.sort === claim.sort;
    if (match && match.fault.code !== 'none' && (isRight || taken.has(claim))) return [];
    const sound = house.sights
      .filter(({ fault, place }) => fault === null && place === claim.at)
      .map(({ sign }) => sign);
    return [
      {
        part: 'codes',
        what: `${sortOf(claim.sort)?.title ?? claim.sort}, ${nameOf(house, claim.at)}`,
        got: -worth.invented,
        of: 0,
        why:
          match && (isRight || match.fault.code === 'none')
            ? `${match.fault.what}: ${match.fault.learnerShould}. It is not to be coded.`
            : `Nothing of the kind is wrong there.${sound.length > 0 ? ` Sound: ${sound.join('; ')}.` : ''}`,
      },
    ];
  });
}

function paper(house: House, { finished }: Visit, documents: readonly string[]): Mark[] {
  const codes = house.hidden.map(({ fault }) => fault.code);
  const isSatisfactory = !codes.some((code) => ['C1', 'C2', 'FI', 'snag'].includes(code));
  return [
    {
      part: 'paper',
      what: 'The document',
      got: finished && documents.includes(finished.document) ? 2 : 0,
      of: 2,
      why: documents.join(' or '),
    },
    {
      part: 'paper',
      what: 'The outcome',
      got: finished && finished.satisfactory === isSatisfactory ? 3 : 0,
      of: 3,
      why: isSatisfactory
        ? 'Satisfactory: nothing is dangerous or potentially so.'
        : 'Unsatisfactory, or not ready to hand over.',
    },
    ...house.locked.map((room): Mark => ({
      part: 'paper',
      what: `A limitation for ${room}`,
      got: finished?.limitations.includes(room) ? 1 : 0,
      of: 1,
      why: 'What was not reached is a limitation with its reason.',
    })),
  ];
}

/** Tests every circuit wants, as far as its points can be reached. */
function tests(house: House, visit: Visit, only: readonly string[] | null): Mark[] {
  const did = (is: (measured: Measured, linked: Links) => boolean) =>
    visit.readings.some(({ measured, linked }) => is(measured, linked));
  const mark = (what: string, done: boolean, why: string): Mark => ({
    part: 'tests',
    what,
    got: done ? 1 : 0,
    of: 1,
    why: done ? 'Done.' : why,
  });
  const ofCircuits = house.circuits
    .filter(({ id }) => !only || only.includes(id))
    .flatMap((circuit): Mark[] => {
      const reached = house.places.filter(
        (place) => place.circuit === circuit.id && place.kind !== 'switch' && !house.locked.includes(place.room),
      );
      const everywhere = (is: (measured: Measured, place: Place, linked: Links) => boolean) =>
        reached.every((place) => did((measured, linked) => is(measured, place, linked)));
      const isRing = circuit.arrangement === 'ring';
      const name = `way ${circuit.way}`;
      const dead = [
        ...(isRing
          ? [
              mark(
                `Ring ends, ${name}`,
                (['L', 'N', 'C'] as const).every((c) =>
                  did((m) => m.of === 'ring end' && m.circuit === circuit.id && m.conductor === c),
                ),
                'r1, rn and r2 each.',
              ),
              mark(
                `Ring step 2, ${name}`,
                everywhere(
                  (m, { id }, linked) =>
                    m.of === 'continuity' && m.place === id && m.pair === 'L-N' && linked === 'L to N crossed',
                ),
                'At every socket, line and neutral linked crosswise.',
              ),
            ]
          : []),
        mark(
          `Protective conductor, ${name}`,
          everywhere(
            (m, { id }, linked) =>
              (m.of === 'continuity' &&
                m.place === id &&
                m.pair === 'L-C' &&
                linked === (isRing ? 'L to CPC crossed' : 'L to CPC')) ||
              (m.of === 'long lead' && m.place === id),
          ),
          'At every point, line and CPC linked; or by the long lead.',
        ),
        ...switchingMarks(house, visit, circuit.id, name),
        mark(
          `Insulation, ${name}`,
          (['L-N', 'L-C', 'N-C'] as const).every((pair) =>
            did((m) => m.of === 'insulation' && m.circuit === circuit.id && m.pair === pair && m.before === undefined),
          ),
          'Between every two conductors.',
        ),
      ];
      if (circuit.unconnected) return dead;
      const atAny = (is: (measured: Measured, place: Place) => boolean) =>
        reached.length === 0 || reached.some((place) => did((measured) => is(measured, place)));
      return [
        ...dead,
        mark(
          `Loop, ${name}`,
          atAny((m, { id }) => m.of === 'zs' && m.place === id) || !hasLoop(house, visit, circuit.id),
          'At its furthest point at least.',
        ),
        ...(circuit.residual
          ? [
              mark(
                `RCD, ${name}`,
                atAny((m, { id }) => m.of === 'rcd' && m.place === id && (m.times ?? '1') === '1') ||
                  !hasLoop(house, visit, circuit.id),
                'At its rated current.',
              ),
            ]
          : []),
      ];
    });
  if (only) return ofCircuits;
  return [
    mark(
      'Ze',
      did((m) => m.of === 'ze'),
      'At the incoming terminals, the main switch off.',
    ),
    mark(
      'Prospective fault current',
      did((m) => m.of === 'ipf'),
      'At the incoming terminals.',
    ),
    ...house.dwelling.bonds.map(({ service }) =>
      mark(
        `Bond to ${service}`,
        did((m) => m.of === 'bond' && m.place === `service:${service}`),
        'From end to end.',
      ),
    ),
    ...ofCircuits,
  ];
}

/** Of every switched light, in the rooms one could get into: read dead with its switches in every position. */
function switchingMarks(house: House, visit: Visit, circuit: string, name: string): Mark[] {
  const switchings = (house.switchings.get(circuit) ?? []).filter(({ room }) => !house.locked.includes(room));
  if (switchings.length === 0) return [];
  const isTried = switchings.every((each) => switchesRight(visit, each) !== null);
  return [
    {
      part: 'tests',
      what: `Switches, ${name}`,
      got: isTried ? 1 : 0,
      of: 1,
      why: isTried ? 'Done.' : 'At each switched light, line and CPC linked, every switch changed over in turn.',
    },
  ];
}

/** No live test is wanted where no protective conductor comes back: as continuity found it, or the loop itself. */
const hasLoop = (house: House, { readings }: Visit, circuit: string): boolean => {
  const at = (measured: Measured) =>
    'place' in measured ? house.places.find(({ id }) => id === measured.place)?.circuit : null;
  const of = readings.filter(
    ({ measured }) =>
      at(measured) === circuit &&
      (measured.of === 'zs' ||
        measured.of === 'long lead' ||
        (measured.of === 'continuity' && measured.pair === 'L-C')),
  );
  const loops = of.filter(({ measured }) => measured.of === 'zs');
  return of.length === 0 || (loops.length > 0 ? loops : of).some(({ value }) => value.is === 'number');
};

export const nameOf = (house: House, at: string): string =>
  house.places.find(({ id }) => id === at)?.name ?? house.circuits.find(({ id }) => `circuit:${id}` === at)?.name ?? at;
