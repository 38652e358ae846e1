'use client';

import { useJob } from '../../../client/job-provider';
import { DocumentNow } from './document-now';

/** The document as it stands, crossed from edge to edge: nobody can take it for one of a real house. */
export function PracticePaper() {
  const { title, issued } = useJob(({ definition, document }) => ({
    title: definition.title,
    issued: document.issued?.body,
  }));
  return (
    <section aria-labelledby="paper" className="crossed-practice border-2 border-ink bg-sheet p-5">
      <h2 id="paper" className="text-2xl">
        PRACTICE: {title}
      </h2>
      <p className="pb-3 text-sm">
        {issued?.number ?? 'Not issued'}. Simulated property: practice only, not a document.
        {issued && <span className="block break-all text-faint">Practice seal {issued.documentHash}</span>}
      </p>
      <DocumentNow />
    </section>
  );
}
