'use client';

import { useCallback, useState } from 'react';
import { type DocumentSaid, documentCases, markDocument, papersDue, tellings } from '../../core/practice/document-quiz';
import { ToggleGroup } from '../../ui/toggle-group';
import { useLoaded } from '../../ui/use-loaded';
import { newSeed } from './new-seed';
import { Quiz } from './quiz';

/** Jobs as somebody tells them: which paper, and whether building control has to know; the reason after each. */
export function DocumentQuiz() {
  const [seed, setSeed] = useState(newSeed);
  const load = useCallback(() => documentCases(seed), [seed]);
  const cases = useLoaded(load);
  if (cases === 'unreadable') return <p role="alert">The jobs could not be loaded. Try again when online.</p>;
  if (cases === 'loading') return <p className="py-10 text-faint">Loading…</p>;
  return (
    <Quiz
      key={seed}
      id="which-document"
      title="Which document?"
      part="paper"
      cases={cases}
      mark={markDocument}
      whole={({ document, tells }): DocumentSaid | null => (document && tells ? { document, tells } : null)}
      others="Eight more"
      again={() => setSeed(newSeed())}
      ask={({ told, said, say, isMarked }) => (
        <>
          <p className="margin-line pl-4 text-lg">
            {told.did} <span className="text-sm text-faint">{told.country}</span>
          </p>
          <div className="space-y-1">
            <p className="text-sm font-semibold">Document required</p>
            <ToggleGroup
              label="Document required"
              value={said.document ?? null}
              disabled={isMarked}
              choices={papersDue.map((each) => ({ value: each, face: each }))}
              onChange={(document) => say({ document })}
            />
          </div>
          <div className="space-y-1">
            <p className="text-sm font-semibold">Is building control notification required?</p>
            <ToggleGroup
              label="Is building control notification required?"
              value={said.tells ?? null}
              disabled={isMarked}
              choices={tellings.map((each) => ({ value: each, face: each }))}
              onChange={(tells) => say({ tells })}
            />
          </div>
          <p className="text-sm text-faint">The standard and the local law decide: check both.</p>
        </>
      )}
    />
  );
}
