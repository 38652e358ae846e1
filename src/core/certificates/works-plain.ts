import type { PlainWords } from '../job/document-definition';
import type { Fact } from './fact';

/** A certificate or form for work done, in plain words. */
export function plainWorks({
  works,
  comeBack = [],
}: {
  readonly works: readonly Fact[];
  readonly comeBack?: readonly Fact[];
}): PlainWords {
  const said = (facts: readonly Fact[], label: string) => facts.find((fact) => fact.label === label)?.value;
  const due = said(comeBack, 'Next inspection by');
  return {
    headline: 'The work was done, inspected and tested',
    means: `${said(works, 'Work done') ?? ''} Completed ${said(works, 'Completed') ?? '—'}. Keep this document with the building. The next electrician or a buyer will ask for it.`,
    toDo: [],
    next: due && due !== '—' ? `Have the installation inspected again by ${due}.` : null,
  };
}
