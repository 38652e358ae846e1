'use client';

import { useState } from 'react';
import { type LabelKind, labelKindNames, labelKinds } from '../../core/certificates/labels';
import { linkLook } from '../../ui/button';
import { Checkbox } from '../../ui/checkbox';
import { Disclosure } from '../../ui/disclosure';

/** Labels for the board: which, and onto what they are printed. */
export function Labels({ documentId }: { documentId: string }) {
  const [chosen, setChosen] = useState<readonly LabelKind[]>(['next', 'rcd', 'chart']);
  const address = (paper: string) =>
    `/api/documents/${documentId}/labels?${new URLSearchParams({ paper, kinds: chosen.join(',') }).toString()}`;
  return (
    <Disclosure summary={<strong>Labels for the board</strong>} className="border-y border-rule py-2">
      <div className="grid gap-x-4 py-1 sm:grid-cols-3">
        {labelKindNames.map((kind) => (
          <Checkbox
            key={kind}
            label={labelKinds[kind]}
            checked={chosen.includes(kind)}
            onChange={(on) => setChosen(labelKindNames.filter((each) => (each === kind ? on : chosen.includes(each))))}
          />
        ))}
      </div>
      {chosen.length > 0 && (
        <div className="flex flex-wrap gap-3 pt-1">
          <a className={linkLook('plain')} href={address('a4')}>
            On A4
          </a>
          <a className={linkLook('plain')} href={address('roll')}>
            On a 62 mm roll
          </a>
        </div>
      )}
    </Disclosure>
  );
}
