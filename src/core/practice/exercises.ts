import { type DwellingType } from './dwelling-type';
import { type House, numberOf } from './house';
import type { Part } from './score';
import { Draw, seeded } from './seeded';

/** Something to practise by itself: in which kind of dwelling, with what hidden, and what of it counts. */
export type Exercise = {
  readonly id: string;
  readonly title: string;
  readonly minutes: number;
  readonly says: string;
  readonly type: string;
  /** What may be hidden, one of these each time; null for what the kind of dwelling draws. */
  readonly hides: readonly (readonly string[])[] | null;
  /** Circuits whose tests are wanted; null for every one. */
  readonly circuits: readonly string[] | null;
  readonly counted: readonly Part[];
  /** The paper that is due, where it is another than the house as a whole asks for. */
  readonly document?: 'MWC';
  /** Its paper is written and issued on the real pages, and marked: of this work, as one who knows says it. */
  readonly writes?: string;
};

const lookOnly: readonly Part[] = ['safety', 'found', 'codes', 'time'];
const testing: readonly Part[] = ['safety', 'tests', 'found', 'codes', 'time'];

export const exercises: readonly Exercise[] = [
  {
    id: 'prove-dead',
    title: 'Prove it dead',
    minutes: 5,
    says: 'The downstairs ring is to be worked on. Isolate it, prove it dead at every socket, and name what you meet.',
    type: 'terrace-thin-cpc',
    hides: [['rings-joined'], ['other-ring'], ['rings-joined', 'worn']],
    circuits: null,
    counted: lookOnly,
  },
  {
    id: 'one-ring',
    title: 'One ring',
    minutes: 12,
    says: 'Sockets upstairs behave oddly. Test that ring whole, and say what is wrong and where.',
    type: 'terrace-thin-cpc',
    hides: [['line-open'], ['worn'], ['line-open', 'worn']],
    circuits: ['c4'],
    counted: testing,
  },
  {
    id: 'halve',
    title: 'Halve it',
    minutes: 10,
    says: 'The lights downstairs trip since the water came. Find the place where the insulation is low, in few readings.',
    type: 'after-the-water',
    hides: [['joint-silt']],
    circuits: ['c1'],
    counted: lookOnly,
  },
  {
    id: 'origin',
    title: 'Where it comes in',
    minutes: 8,
    says: 'Only the intake and the board: Ze, fault current, both bonds, the carriers and what is written on them.',
    type: 'flat-rewireable',
    hides: [['weak-carrier', 'gas-bond-off'], ['weak-carrier'], ['gas-bond-off', 'thick-wire']],
    circuits: [],
    counted: lookOnly,
  },
  {
    id: 'bath-room',
    title: 'The bath room',
    minutes: 8,
    says: 'Zones, bonds, and what hangs on the wall. Is the supplementary bonding still what it was?',
    type: 'bath-room-bonding',
    hides: [['bond-cut', 'socket-near'], ['bond-thin', 'fan-zone'], ['shaver-plain', 'pull-cord'], []],
    circuits: [],
    counted: lookOnly,
  },
  {
    id: 'polarity',
    title: 'Which way round',
    minutes: 10,
    says: 'Two sockets of the upstairs ring are said to be wired wrongly. Each step of the ring shows only one of them.',
    type: 'hundred-repairs',
    hides: [['rev-two']],
    circuits: ['c4'],
    counted: testing,
  },
  {
    id: 'both-switches',
    title: 'From both places',
    minutes: 10,
    says: 'Lights downstairs in an old house. Try every switch in every position, dead, and say which is wrong, and how.',
    type: 'hundred-repairs',
    hides: [['hall-strapper'], ['kitchen-neutral'], ['hall-strapper', 'kitchen-neutral']],
    circuits: ['c1'],
    counted: testing,
  },
  {
    id: 'whose-neutral',
    title: 'Whose neutral?',
    minutes: 10,
    says: 'The loft lights trip when the stairs light is used. Find out why before you touch that neutral.',
    type: 'loft-conversion',
    hides: [['stairs-neutral']],
    circuits: [],
    counted: lookOnly,
  },
  {
    id: 'by-eye',
    title: 'What the eye finds',
    minutes: 15,
    says: 'No tester today: go round with your eyes, name what you see at its place, and code it with its regulation.',
    type: 'hundred-repairs',
    hides: [
      [
        'spurs',
        'no-sleeves',
        'tape-joint',
        'door-blank',
        'attic-singles',
        'bond-small',
        'fixed-loose',
        'cover-cracked',
      ],
    ],
    circuits: [],
    counted: ['found', 'codes', 'time'],
  },
  {
    id: 'minor-works',
    title: 'One socket, one certificate',
    minutes: 25,
    says: 'You put a double socket on the landing, into the upstairs ring. Test that ring and the intake, write its certificate on “The document”, issue it, then hand over.',
    type: 'loft-conversion',
    hides: [[]],
    circuits: ['c4'],
    counted: ['safety', 'tests', 'paper', 'time'],
    document: 'MWC',
    writes: 'Double socket added on the landing, to the upstairs ring (way 4)',
  },
  {
    id: 'handover',
    title: 'The day of handover',
    minutes: 30,
    says: 'A new house, and your name goes on its certificate. What is not finished is a snag, not a code.',
    type: 'new-build',
    hides: null,
    circuits: null,
    counted: ['safety', 'tests', 'found', 'codes', 'paper', 'time'],
  },
  {
    id: 'whole-flat',
    title: 'A whole flat against the clock',
    minutes: 45,
    says: 'An older flat from knock to report: isolate, look, test, code, and say what it comes to.',
    type: 'flat-rewireable',
    hides: null,
    circuits: null,
    counted: ['safety', 'tests', 'found', 'codes', 'paper', 'time'],
  },
];

/** The papers that are due in a house, as a whole or for an exercise. */
export const documentsDue = (house: House, exercise: Exercise | null): readonly string[] =>
  exercise?.document ? [exercise.document] : house.type.documents;

/** The house of an exercise for a seed: the same seed, the same house. */
export function houseNumberOf(exercise: Exercise, seed: string, types: readonly DwellingType[]): string {
  const type = types.find(({ id }) => id === exercise.type);
  if (!type) throw new RangeError(`There is no kind of dwelling ${exercise.type}`);
  if (!exercise.hides) return numberOf(type, seed);
  return numberOf(type, seed, new Draw(seeded(`${exercise.id} ${seed}`)).one(exercise.hides));
}

/** What to practise next: the exercise whose parts went worst of late; the first nobody tried yet. */
export function nextExercise(
  results: readonly { readonly exercise: string | null; readonly percent: number }[],
): Exercise | null {
  const untried = exercises.find(({ id }) => !results.some(({ exercise }) => exercise === id));
  const last = exercises.flatMap((exercise) => {
    const result = results.findLast((each) => each.exercise === exercise.id);
    return result ? [{ exercise, percent: result.percent }] : [];
  });
  const worst = last.toSorted((a, b) => a.percent - b.percent)[0];
  return worst && worst.percent < 80 ? worst.exercise : (untried ?? worst?.exercise ?? null);
}
