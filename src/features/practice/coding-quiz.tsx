'use client';

import { useMemo, useState } from 'react';
import type { Finding } from '../../core/edition/findings';
import { type CodingSaid, codesToSay, codingCases, markCoding } from '../../core/practice/coding-quiz';
import { ToggleGroup } from '../../ui/toggle-group';
import { newSeed } from './new-seed';
import { Quiz } from './quiz';

/** Findings as they are met: the code and the regulation, with both views after each. */
export function CodingQuiz({ findings }: { findings: readonly Finding[] }) {
  const [seed, setSeed] = useState(newSeed);
  const cases = useMemo(() => codingCases(seed, findings), [seed, findings]);
  return (
    <Quiz
      key={seed}
      id="code-ten"
      title="Code these ten"
      part="codes"
      cases={cases}
      mark={markCoding}
      whole={({ code, regulation = '' }): CodingSaid | null => (code ? { code, regulation } : null)}
      others="Ten more"
      again={() => setSeed(newSeed())}
      ask={({ told: { finding, answers }, said, say, isMarked }) => (
        <>
          <div className="margin-line space-y-2 pl-4">
            <p className="text-lg">{finding.what}</p>
            <p className="text-sm text-faint">{finding.look}</p>
            <ul className="text-sm">
              {finding.questions.map(({ id, ask }) => (
                <li key={id} className="grid grid-cols-[1fr_3rem] gap-2 border-t border-rule py-1">
                  {ask} <strong>{answers[id] ? 'yes' : 'no'}</strong>
                </li>
              ))}
            </ul>
          </div>
          <div className="space-y-1">
            <p className="text-sm font-semibold">Code</p>
            <ToggleGroup
              label="Code"
              value={said.code ?? null}
              disabled={isMarked}
              choices={codesToSay.map((each) => ({ value: each, face: each === 'none' ? 'no code' : each }))}
              onChange={(code) => say({ code })}
            />
          </div>
          <label className="block space-y-1">
            <span className="block text-sm font-semibold">Regulation</span>
            <input
              value={said.regulation ?? ''}
              onChange={(event) => say({ regulation: event.target.value })}
              disabled={isMarked}
              inputMode="decimal"
              autoComplete="off"
              maxLength={20}
              placeholder="number"
              className="min-h-9 w-44 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
            />
          </label>
          <p className="text-sm text-faint">
            This is what most inspectors would decide. On site, the inspector decides.
          </p>
        </>
      )}
    />
  );
}
