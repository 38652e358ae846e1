'use client';

import { useMemo } from 'react';
import { useJob } from '../../../client/job-provider';
import { printedModel } from '../../../core/certificates/printed-model';
import { bodyOf } from '../../certificates/registry';

const nothingClosed = new Map<string, never>();

/** What the document would say if it were issued now. */
export function DocumentNow() {
  const view = useJob();
  const model = useMemo(() => {
    const built: unknown = view.definition.build(view, view.firm);
    return printedModel.loose().parse(view.definition.model.read(built));
  }, [view]);
  const shown = bodyOf(view.document.kind);
  if (!shown) return null;
  return (
    <>
      <shown.Outcome model={model} />
      <shown.Body model={model} closed={nothingClosed} />
    </>
  );
}
