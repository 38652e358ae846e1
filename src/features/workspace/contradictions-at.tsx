'use client';

import { useJob } from '../../client/job-provider';
import type { Discrepancy } from '../../core/certificates/discrepancies/discrepancy';
import { findDiscrepancies, isOpen } from '../../core/certificates/discrepancies/find-discrepancies';
import { type Place, placeKey } from '../../core/installation/place';
import { addressOf } from './address';
import { JobLink } from './place';
import { capital } from '../../core/words/capital';

/** What cannot both stand in the document at hand; nothing once it is sealed. */
export function useDiscrepancies(): readonly Discrepancy[] {
  const view = useJob();
  return view.isSealed ? [] : findDiscrepancies(view, view.verdicts);
}

/** At one end of a contradiction: the other end, with the way there. Nothing where none ends here. */
export function ContradictionsAt({ place }: { place: Place }) {
  const view = useJob();
  const here = placeKey(place);
  const found = useDiscrepancies().filter(
    (each) => isOpen(each) && (placeKey(each.one.place) === here || placeKey(each.other.place) === here),
  );
  if (found.length === 0) return null;
  return (
    <ul aria-label="Contradictions" className="border-l-4 border-ink pl-3 text-sm">
      {found.map((each) => {
        const far = placeKey(each.one.place) === here ? each.other : each.one;
        return (
          <li key={each.key}>
            <span className="font-semibold">Contradiction: </span>
            <JobLink href={addressOf(view, view.jobId, far.place)} className="underline underline-offset-4">
              {capital(far.says)}
            </JobLink>
            . <span className="text-faint">{each.resolve}</span>
          </li>
        );
      })}
    </ul>
  );
}
