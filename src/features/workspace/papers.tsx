'use client';

import { editionOf } from '../../core/job/kinds/document';
import Link from 'next/link';
import { useState } from 'react';
import { v7 } from 'uuid';
import { documents } from '../../core/catalogue';
import type { JobDocument } from '../../core/job/kinds/document';
import { useJob } from '../../client/job-provider';
import { Button } from '../../ui/button';
import { Select } from '../../ui/select';
import { toast } from '../../ui/toast';

const kinds = documents.all.map(({ kind, title }) => ({ value: kind, label: `${kind}, ${title}` }));

/** The papers a job yields: which is being worked on, which are issued, and another one where the visit asks for it. */
export function Papers() {
  const { job, document, choose } = useJob();
  return (
    <section aria-labelledby="papers">
      <h2 id="papers" className="text-lg">
        Documents
      </h2>
      <ul>
        {job.documents.map((each) => (
          <li key={each.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-rule py-1.5">
            <span className={each.id === document.id ? 'font-semibold' : ''}>{each.kind}</span>
            <span className="min-w-0 flex-1 text-sm text-faint">{aboutOf(each, job.documents)}</span>
            {each.issued && (
              <Link
                href={`/documents/${each.issued.body.issueId}`}
                className="text-sm font-semibold underline underline-offset-4"
              >
                {each.issued.body.number}
              </Link>
            )}
            {each.id === document.id ? (
              <span className="text-sm">Current</span>
            ) : (
              <Button look="quiet" onClick={() => choose(each.id)}>
                Open
              </Button>
            )}
          </li>
        ))}
      </ul>
      <BeginPaper />
    </section>
  );
}

function aboutOf(document: JobDocument, all: readonly JobDocument[]): string {
  const replaced = document.replaces && all.find((each) => each.id === document.replaces)?.issued?.body.number;
  if (replaced) return `replaces ${replaced}`;
  return document.works.description ?? (document.issued ? '' : 'In progress');
}

function BeginPaper() {
  const { document, append, choose } = useJob();
  const [kind, setKind] = useState<string | null>(null);
  const begin = () => {
    if (!kind) return;
    const documentId = v7();
    const outcome = append([
      {
        kind: 'document.begun',
        body: {
          documentId,
          kind,
          ...editionOf(document),
          covers: null,
          because: null,
          replaces: null,
        },
      },
    ]);
    if (!outcome.ok) return toast(outcome.reason);
    setKind(null);
    choose(documentId);
  };
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-rule py-2">
      <Select
        label="Add document"
        placeholder="Add document…"
        value={kind}
        options={kinds}
        onChange={setKind}
        className="min-w-0 flex-1"
      />
      <Button disabled={!kind} onClick={begin}>
        Start
      </Button>
    </div>
  );
}
