import * as z from 'zod';
import { countries } from '../../installation/country';
import { line, paragraph } from '../../installation/text';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';

/** Where the installation is. */
const siteFields = z
  .object({
    address: paragraph.nullable(),
    occupier: line.nullable(),
    premises: line.nullable(),
    /** Whose law it stands under. */
    country: z.enum(countries).nullable(),
  })
  .partial();
export type SiteFields = z.infer<typeof siteFields>;

export const siteDescribed = jobKind({
  body: siteFields,
  versions: [unchanged('may say the country')],
  office: true,
  apply(job, entry) {
    job.site = { ...job.site, ...entry.body };
  },
});
