import { editionPack } from '../edition/editions';
import { type Actor, type Admission, admit } from '../ledger/admit';
import type { Draft } from '../ledger/entry';
import type { Job } from '../ledger/job';
import { declarationRoles } from '../ledger/kinds';
import { gapsOf, missing } from './gaps';

/**
 * Admission with the document's own rules on top of the ledger's: nothing is signed while something is missing,
 * nothing is issued unsigned. The one check that a browser and the server both run on every entry.
 */
export function admitToJob(job: Job, draft: Draft, actor: Actor): Admission {
  const byLedger = admit(job, draft, actor);
  if (!byLedger.accepted || job.entries.has(draft.id)) return byLedger;
  if (draft.kind === 'declaration.signed') {
    const gaps = job.opened ? missing(gapsOf(job, editionPack(job.opened.body.edition))) : [];
    const first = gaps[0];
    return first
      ? { accepted: false, reason: `Not signed: ${gaps.length} missing, first “${first.what}”.` }
      : byLedger;
  }
  if (draft.kind === 'document.issued') {
    const unsigned = declarationRoles.find((role) => !job.signatures.some((s) => s.role === role && s.inForce));
    return unsigned ? { accepted: false, reason: `Not issued: the ${unsigned} has not signed what stands now.` } : byLedger;
  }
  return byLedger;
}
