'use client';

import { useCallback, useState } from 'react';
import {
  type DocumentCase,
  type DocumentSaid,
  documentCases,
  markDocument,
  papersDue,
  tellings,
} from '../../core/practice/document-quiz';
import { total } from '../../core/practice/score';
import { Button } from '../../ui/button';
import { ToggleGroup } from '../../ui/toggle-group';
import { useLoaded } from '../../ui/use-loaded';
import { keepResults } from './kept';
import { newSeed } from './new-seed';
import { go } from './use-address';

/** The name results of this exercise are kept by: it has no house. */
export const documentQuiz = 'which-document';
const minute = 60_000;

/** Jobs as somebody tells them: which paper, and whether building control has to know; the reason after each. */
export function DocumentQuiz() {
  const [seed, setSeed] = useState(newSeed);
  const load = useCallback(() => documentCases(seed), [seed]);
  const cases = useLoaded(load);
  if (cases === 'unreadable') return <p role="alert">The jobs could not be loaded. Look again with a network.</p>;
  if (cases === 'loading') return <p className="py-10 text-faint">A moment…</p>;
  return <Asked key={seed} cases={cases} again={() => setSeed(newSeed())} />;
}

function Asked({ cases, again }: { cases: readonly DocumentCase[]; again: () => void }) {
  const [said, setSaid] = useState<readonly DocumentSaid[]>([]);
  const [document, setDocument] = useState<DocumentSaid['document'] | null>(null);
  const [tells, setTells] = useState<DocumentSaid['tells'] | null>(null);
  const [isMarked, setMarked] = useState(false);
  const [begunAt] = useState(() => Date.now());
  const at = isMarked ? said.length - 1 : said.length;
  const told = cases[at];
  const marks = said.flatMap((each, index) => (cases[index] ? [markDocument(cases[index], each)] : []));
  const { got, of } = total(marks);
  const answer = () => {
    if (!document || !tells || !told) return;
    const all = [...said, { document, tells }];
    setSaid(all);
    setMarked(true);
    if (all.length < cases.length) return;
    const sum = total(all.flatMap((each, index) => (cases[index] ? [markDocument(cases[index], each)] : [])));
    const now = Date.now();
    keepResults([
      {
        house: documentQuiz,
        exercise: documentQuiz,
        at: now,
        minutes: (now - begunAt) / minute,
        percent: Math.round((sum.got / sum.of) * 1000) / 10,
        parts: { paper: [sum.got, sum.of] },
      },
    ]);
  };
  const onwards = () => {
    setDocument(null);
    setTells(null);
    setMarked(false);
  };
  if (!told)
    return (
      <div className="space-y-4">
        <h1 className="text-2xl">
          {got} of {of}
        </h1>
        <div className="flex gap-2">
          <Button look="next" onClick={() => go('/practice')}>
            What next
          </Button>
          <Button onClick={again}>Eight others</Button>
        </div>
        <ol>
          {marks.map((mark) => (
            <li key={mark.what} className="grid grid-cols-[3rem_1fr] border-t border-rule py-1.5 text-sm">
              <strong>
                {mark.got < mark.of && '× '}
                {mark.got}/{mark.of}
              </strong>
              <span>
                {mark.what}
                <span className="block text-faint">{mark.why}</span>
              </span>
            </li>
          ))}
        </ol>
      </div>
    );
  const mark = isMarked ? marks.at(-1) : null;
  return (
    <div className="max-w-2xl space-y-4">
      <div className="flex items-baseline justify-between">
        <h1 className="text-2xl">Which document?</h1>
        <span className="flex items-baseline gap-4">
          <span className="text-faint">
            {at + 1} of {cases.length}
          </span>
          <Button look="quiet" onClick={() => go('/practice')}>
            Leave
          </Button>
        </span>
      </div>
      <p className="margin-line pl-4 text-lg">
        {told.did} <span className="text-sm text-faint">{told.country}</span>
      </p>
      <div className="space-y-1">
        <p className="text-sm font-semibold">What is due</p>
        <ToggleGroup
          label="What is due"
          value={document}
          disabled={isMarked}
          choices={papersDue.map((each) => ({ value: each, face: each }))}
          onChange={setDocument}
        />
      </div>
      <div className="space-y-1">
        <p className="text-sm font-semibold">Does building control have to know?</p>
        <ToggleGroup
          label="Does building control have to know?"
          value={tells}
          disabled={isMarked}
          choices={tellings.map((each) => ({ value: each, face: each }))}
          onChange={setTells}
        />
      </div>
      {mark && (
        <p role="status" className="border-y border-rule-strong py-2">
          <strong>
            {mark.got === mark.of ? '✓' : '×'} {mark.got} of {mark.of}.
          </strong>{' '}
          {mark.why}
        </p>
      )}
      {isMarked ? (
        <Button look="next" onClick={onwards}>
          {said.length < cases.length ? 'The next' : 'What it came to'}
        </Button>
      ) : (
        <Button look="next" disabled={!document || !tells} onClick={answer}>
          That is my answer
        </Button>
      )}
      <p className="text-sm text-faint">The law where the work is, and the standard, decide: check both.</p>
    </div>
  );
}
