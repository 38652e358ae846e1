import { type Place, placeKey } from '../../core/installation/place';
import type { Stage } from '../../core/job/document-definition';
import { wayOfSubject } from '../../core/job/job';
import type { Readings } from '../../core/job/view';
import { families } from '../../core/measurements/families';
import { houseOfPaper } from '../../core/practice/paper-stream';

export type BenchName = 'plan' | 'board' | NonNullable<(typeof families)[number]['bench']>['name'] | 'leaving';

/** The pages of the tests there are, in their order: one for each family that has one. What stands behind each is in `benches/registry`. */
export const benchTitles = {
  plan: 'Plan of tests',
  board: 'Board',
  ...Object.fromEntries(families.flatMap(({ bench }) => (bench ? [[bench.name, bench.title]] : []))),
  leaving: 'Before you leave',
} as Readonly<Record<BenchName, string>>;
export const benches = Object.keys(benchTitles) as BenchName[];

/** Where a job is: among the firm's, or in its practice house. */
export const jobAddress = (jobId: string): string => {
  const house = houseOfPaper(jobId);
  return house ? `/practice/${house}` : `/jobs/${jobId}`;
};

/** Where a stage of a job is. */
export const stageAddress = (jobId: string, stage: Stage): string => `${jobAddress(jobId)}/${stage}`;

/** What an observation is begun with elsewhere. */
type Begins = {
  readonly finding?: string | null | undefined;
  readonly what?: string;
  readonly where?: string;
  readonly way?: string | null;
  readonly item?: string | null;
  readonly code?: string | null;
  readonly read?: string;
  /** A picture that shows it, by its id. */
  readonly picture?: string;
};

/** The form of an observation, filled in as far as it is known. */
export function findingAddress(jobId: string, begins: Begins): string {
  const said = Object.entries(begins).flatMap(([key, value]) => (value ? [[key, value]] : []));
  return `${stageAddress(jobId, 'observations')}?${new URLSearchParams(said).toString()}#write`;
}

/** Where a bench is, for one way where it is about one. */
export const benchAddress = (jobId: string, bench: string, wayId: string | null = null): string =>
  `${stageAddress(jobId, 'tests')}?bench=${bench}${wayId ? `&way=${wayId}` : ''}`;

const stageOfList = {
  instruments: 'brief',
  limitations: 'brief',
  boards: 'circuits',
  ways: 'circuits',
  links: 'isolation',
  isolations: 'isolation',
  'unplaced points': 'tests',
  snags: 'review',
  observations: 'observations',
  features: 'inspection',
  rooms: 'inspection',
} as const;

/** The page a place is on. */
function pageOf(at: Readings, jobId: string, place: Place): string {
  const stage = (name: Stage) => stageAddress(jobId, name);
  switch (place.of) {
    case 'slot': {
      const home = at.tests.of(place.slot)?.home;
      if (home?.stage !== 'tests') return stage(home?.stage ?? 'circuits');
      return benchAddress(jobId, home.bench, wayOfSubject(at.job, place.slot.on)?.id ?? null);
    }
    case 'client':
    case 'site':
    case 'brief':
    case 'works':
    case 'limitation':
      return stage('brief');
    case 'supply':
      return stage('origin');
    case 'board':
      return stage('circuits');
    case 'way':
      // Whose its neutral is has no column on the sheet: it is said where a way is described whole.
      return place.field === 'neutral' ? benchAddress(jobId, 'board', place.id) : stage('circuits');
    case 'observation':
    case 'note':
      return stage('observations');
    case 'item':
      return stage('inspection');
    case 'document':
      return stage('review');
    case 'list':
      return place.list === 'unplaced points' ? benchAddress(jobId, 'ring') : stage(stageOfList[place.list]);
    default: {
      const never: never = place;
      return never;
    }
  }
}

/** The address of a place: its page, and where on it. */
export const addressOf = (at: Readings, jobId: string, place: Place): string =>
  `${pageOf(at, jobId, place)}#${encodeURIComponent(placeKey(place))}`;
