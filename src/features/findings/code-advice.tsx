'use client';

import { type Answers, type CodeProposal, adviseCode } from '../../core/certificates/code-advice';
import type { Finding } from '../../core/edition/findings';
import { ToggleGroup } from '../../ui/toggle-group';
import { findingsFor } from './find-findings';
import type { useFindings } from '../workspace/use-findings';

type Props = {
  findings: ReturnType<typeof useFindings>;
  /** The typical finding that is being written, if it is one. */
  chosen: Finding | null;
  item: string | null;
  what: string;
  answers: Answers;
  answer: (answers: Answers) => void;
  choose: (finding: Finding) => void;
};

/** Typical observations that fit what is being written; for one of them the questions that decide, and the code they come to. */
export function CodeAdvice({ findings, chosen, item, what, answers, answer, choose }: Props) {
  if (chosen)
    return <Reasoning finding={chosen} proposal={adviseCode(chosen, answers)} answers={answers} answer={answer} />;
  if (findings === 'unreadable')
    return (
      <p className="text-sm text-faint">
        Typical observations are not on this device yet. Open this page once while online, or write your own.
      </p>
    );
  if (findings === 'loading')
    return (
      <p role="status" className="text-sm text-faint">
        Loading typical observations…
      </p>
    );
  const fitting = findingsFor(findings, what, item);
  if (fitting.length === 0)
    return (
      <p className="text-sm text-faint">
        Choose an item or start typing to see typical observations with their usual code.
      </p>
    );
  return (
    <ul aria-label="Typical observations" className="border-y border-rule text-sm">
      {fitting.map((finding) => (
        <li key={finding.id}>
          <button
            type="button"
            className="grid w-full grid-cols-[2.5rem_1fr] px-1 py-1 text-left hover:bg-hover"
            onClick={() => choose(finding)}
          >
            <strong>{finding.usual === 'none' ? 'none' : finding.usual}</strong> {finding.what}
          </button>
        </li>
      ))}
    </ul>
  );
}

function Reasoning({
  finding,
  proposal,
  answers,
  answer,
}: {
  finding: Finding;
  proposal: CodeProposal;
  answers: Answers;
  answer: (answers: Answers) => void;
}) {
  const beside = [
    ['On the day', finding.onTheDay],
    ['Others', finding.otherView],
  ] as const;
  return (
    <div className="border-y border-rule py-1 text-sm">
      {proposal.questions.map(({ id, ask }) => (
        <div key={id} className="flex items-center gap-2 py-0.5">
          <span className="flex-1">{ask}</span>
          <ToggleGroup
            label={ask}
            value={answers[id] === undefined ? null : answers[id] ? 'yes' : 'no'}
            onChange={(said) => answer({ ...answers, [id]: said === 'yes' })}
            choices={[
              { value: 'yes', face: 'yes' },
              { value: 'no', face: 'no' },
            ]}
          />
        </div>
      ))}
      <p className="pt-1">
        Proposed: <strong>{proposal.code === 'none' ? 'no code' : proposal.code}</strong>.{' '}
        <span className="text-faint">{proposal.because}</span>
      </p>
      {beside.map(
        ([name, text]) =>
          text && (
            <p key={name} className="text-faint">
              <strong className="font-semibold">{name}:</strong> {text}
            </p>
          ),
      )}
    </div>
  );
}
