'use client';

import { editionOf } from '../../../core/job/kinds/document';
import { useState } from 'react';
import { v7 } from 'uuid';
import type { NewJobEntry } from '../../../core/catalogue';
import { Button } from '../../../ui/button';
import { useJob } from '../../../client/job-provider';

/** An error found after sealing is put right by a new issue that names the old one and says why. */
export function NewIssue({ record }: { record: (entry: NewJobEntry) => boolean }) {
  const { job, document, choose } = useJob();
  const [because, setBecause] = useState('');
  const number = document.issued?.body.number;
  if (!number || job.documents.some((each) => each.replaces === document.id)) return null;
  return (
    <form
      className="flex flex-wrap items-center gap-2 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        const why = because.trim();
        if (!why) return;
        const { kind, id: replaces } = document;
        const documentId = v7();
        const body = { documentId, kind, ...editionOf(document), covers: null, because: why, replaces };
        if (record({ kind: 'document.begun', body })) choose(documentId);
      }}
    >
      <label className="min-w-0 flex-1 text-sm font-semibold">
        Something wrong in {number}?
        <input
          className="min-h-9 w-full rounded-md border border-rule-strong bg-sheet px-2 font-normal"
          maxLength={200}
          placeholder="What is corrected, and why"
          value={because}
          onChange={(event) => setBecause(event.target.value)}
        />
      </label>
      <Button type="submit" disabled={!because.trim()} className="self-end">
        Start new issue
      </Button>
      <p className="w-full text-sm text-faint">
        {number} does not change. Its page will name the document that replaces it.
      </p>
    </form>
  );
}
