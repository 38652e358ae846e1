import * as z from 'zod';
import { line, paragraph } from '../../installation/text';
import { jobKind } from '../kind';

/** Where the installation is. */
const siteFields = z
  .object({ address: paragraph.nullable(), occupier: line.nullable(), premises: line.nullable() })
  .partial();
export type SiteFields = z.infer<typeof siteFields>;

export const siteDescribed = jobKind({
  body: siteFields,
  office: true,
  apply(job, entry) {
    job.site = { ...job.site, ...entry.body };
  },
});
