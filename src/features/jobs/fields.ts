import { documentKinds } from '../../core/certificates/documents';
import * as z from 'zod';
import { jobSortNames } from '../../core/certificates/job-sorts';
import { locations, workDone } from '../../core/certificates/which-document';
import { countries } from '../../core/installation/country';
import { editionIds } from '../../core/edition/pack';

const text = z.string().trim().max(200, 'At most 200 characters.');

/** What a job is opened with: what it is about, and who and where. */
export const openJobFields = z.object({
  jobId: z.uuid(),
  sort: z.enum(jobSortNames, 'Choose the type of work.'),
  did: z.string().trim().max(4000),
  country: z.enum(countries),
  specialLocation: z.enum(locations),
  kitchen: z.boolean(),
  cableChanged: z.boolean(),
  outdoors: z.boolean(),
  specialInstallation: z.boolean(),
  whoseWork: workDone.shape.whoseWork.unwrap(),
  building: workDone.shape.premises.unwrap(),
  circuitsTouched: z.number().int().min(0).max(20),
  whose: z.enum(['owner', 'tenancy', 'sale']).nullable(),
  /** The paper decided on, where it is not the one proposed, and why. */
  paper: z.enum(documentKinds).nullable(),
  because: text,
  reference: text.min(1, 'Enter a reference.'),
  /** One that is held, or one of the firm's own. */
  edition: z.union([z.enum(editionIds), z.uuid().toLowerCase()]),
  address: text.min(1, 'Enter the installation address.'),
  premises: text,
  client: text,
  /** The earlier job at this installation whose board, circuits and results are brought forward. */
  bring: z.uuid().toLowerCase().nullable(),
});
export type OpenJobFields = z.infer<typeof openJobFields>;
