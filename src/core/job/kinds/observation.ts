import * as z from 'zod';
import { day, line, paragraph } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';
import { codes } from '../outcome';
import { whyNoWay } from './way';

export const observationFields = z.object({
  what: paragraph,
  where: line,
  /** Every further place it was found in: one finding, one code. */
  places: z.array(line.min(1)).max(60).optional(),
  why: paragraph,
  code: z.enum(codes),
  item: line.nullable(),
  wayId: z.uuid().toLowerCase().nullable(),
  regulation: line.nullable(),
  livePartsAccessible: z.boolean(),
  /** Why the inspector's code is not the one proposed; null where it is, or where none was. */
  codeReason: line.nullable(),
});
export type ObservationFields = z.infer<typeof observationFields>;
export type Observation = ObservationFields & {
  readonly id: string;
  readonly number: number;
  readonly entryId: string;
  /** Put right while the inspector was there; the code stays. */
  readonly remedied: { readonly how: string; readonly on: string } | null;
};

/** Every place a finding is in, the first first; one where none is named. */
export const placesOf = ({ where, places = [] }: Pick<ObservationFields, 'where' | 'places'>): string[] => [
  where,
  ...places,
];

/** The same in words. */
export const whereOf = (observation: Pick<ObservationFields, 'where' | 'places'>): string =>
  placesOf(observation).filter(Boolean).join('; ');

/** A defect: what, where, why it matters, and how grave. */
export const noted = jobKind({
  body: z.object({ observationId: z.uuid().toLowerCase(), fields: observationFields }),
  versions: [
    {
      name: 'a changed proposal keeps its reason',
      upcast: (body) => {
        const { fields, ...rest } = (body ?? {}) as { fields?: object };
        return { ...rest, fields: { codeReason: null, ...fields } };
      },
    },
    unchanged('may name every further place'),
  ],
  touches: ['observations'],
  apply(job, entry) {
    const { observationId, fields } = entry.body;
    const at = job.observations.findIndex((each) => each.id === observationId);
    const number = at < 0 ? job.observations.length + 1 : at + 1;
    const remedied = job.observations[at]?.remedied ?? null;
    const observation = { ...fields, id: observationId, number, entryId: entry.id, remedied };
    if (at < 0) job.observations.push(observation);
    else job.observations[at] = observation;
  },
  admit: (job, body) => (body.fields.wayId === null ? null : whyNoWay(job, body.fields.wayId)),
});

/** A finding was put right during the inspection: what was found stays as it was written, and its code with it. */
export const remedied = jobKind({
  body: z.object({ observationId: z.uuid().toLowerCase(), how: paragraph.min(1), on: day }),
  touches: ['observations'],
  apply(job, { body: { observationId, how, on } }) {
    job.observations = job.observations.map((each) =>
      each.id === observationId ? { ...each, remedied: { how, on } } : each,
    );
  },
  admit: (job, { observationId }) =>
    job.observations.some(({ id }) => id === observationId) ? null : 'There is no such observation in this job.',
});
