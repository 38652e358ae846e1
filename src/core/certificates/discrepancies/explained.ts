import type { JobView } from '../../job/view';
import { findDiscrepancies, isOpen } from './find-discrepancies';

/** What the inspector explained of a document, as it is printed: both sides and the words. */
export const explainedOf = (view: JobView): string[] => {
  if (view.document.explained.size === 0) return [];
  return findDiscrepancies(view).flatMap((each) => {
    // What was only looked at and left says nothing to a reader.
    if (isOpen(each) || each.severity === 'ask') return [];
    return [`${each.one.says}; ${each.other.says}. ${each.explained}`];
  });
};
