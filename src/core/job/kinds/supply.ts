import { supplyFields } from '../../installation/supply';
import { unchanged } from '../../ledger/kind';
import { jobKind } from '../kind';

/** The supply, means of earthing, bonding and main switch, as seen or told. */
export const supplyDescribed = jobKind({
  body: supplyFields.partial(),
  versions: [
    unchanged('may say how far conductors run'),
    unchanged('may say the fault an earthing conductor is sized for'),
    unchanged('may say clad aluminium, that an earthing conductor is buried, and why a fuse was not seen'),
  ],
  apply(job, entry) {
    job.supply = { ...job.supply, ...entry.body };
  },
});
