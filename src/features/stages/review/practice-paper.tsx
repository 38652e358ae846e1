'use client';

import { useMemo } from 'react';
import { useJob } from '../../../client/job-provider';
import { printedModel } from '../../../core/certificates/printed-model';
import { bodies } from '../../certificates/registry';

const nothingClosed = new Map<string, never>();

/** The paper as it stands, crossed from edge to edge: nobody can take it for one of a real house. */
export function PracticePaper() {
  const view = useJob();
  const model = useMemo(() => {
    const built: unknown = view.definition.build(view, view.firm);
    return printedModel.loose().parse(view.definition.model.read(built));
  }, [view]);
  const shown = bodies[view.document.kind];
  if (!shown) return null;
  const number = view.document.issued?.body.number ?? 'Not issued';
  return (
    <section aria-labelledby="paper" className="crossed-practice border-2 border-ink bg-sheet p-5">
      <h2 id="paper" className="text-2xl">
        PRACTICE: {view.definition.title}
      </h2>
      <p className="pb-3 text-sm">
        {number}. Of a house that never stood: no document, and worth nothing to anybody but who made it.
        {view.document.issued && (
          <span className="block break-all text-faint">Practice seal {view.document.issued.body.documentHash}</span>
        )}
      </p>
      <shown.Outcome model={model} />
      <shown.Body model={model} closed={nothingClosed} />
    </section>
  );
}
