import type { Job } from '../job/job';

/** Texts a person types the same way on every job: as the last job had them. */
export type Remembered = {
  readonly device: string | null;
  readonly lock: string | null;
  readonly provingUnit: string | null;
  readonly mainSwitchStandard: string | null;
  /** Instruments brought, by their ids. */
  readonly instrumentIds: readonly string[];
};

export const nothingRemembered: Remembered = {
  device: null,
  lock: null,
  provingUnit: null,
  mainSwitchStandard: null,
  instrumentIds: [],
};

/** What the next job may begin with from this one. Who permits, and who was told, are other people there. */
export function rememberedFrom(job: Job): Remembered {
  const begun = job.isolations.at(-1)?.begun;
  return {
    device: begun?.device ?? null,
    lock: begun?.lock ?? null,
    provingUnit: begun?.provingUnit ?? null,
    mainSwitchStandard: job.supply.mainSwitchStandard ?? null,
    instrumentIds: [...job.instruments.keys()],
  };
}
