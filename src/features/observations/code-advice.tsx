'use client';

import type { FindingRow } from '../../core/edition/rows';
import { type AdviceQuestion, type CodeProposal, adviseCode } from '../../core/inspection/code-advice';
import { useJob } from '../ledger/job-provider';

export type Answers = Readonly<Record<string, boolean>>;

/** The typical finding that is being written, if it is one. */
export const useFinding = (what: string): FindingRow | null => {
  const { pack } = useJob();
  return pack.findings.find((row) => row.finding === what) ?? null;
};

type Props = { item: string | null; what: string; answers: Answers; answer: (answers: Answers) => void; choose: (row: FindingRow) => void };

/** Typical findings that fit what is being written; for one of them the questions that decide, and the code they come to. */
export function CodeAdvice({ item, what, answers, answer, choose }: Props) {
  const { pack } = useJob();
  const chosen = useFinding(what);
  if (chosen) return <Reasoning proposal={adviseCode(chosen, answers)} answers={answers} answer={answer} />;
  const words = what.toLowerCase().split(/\W+/).filter((word) => word.length > 3);
  const scored = pack.findings
    .map((row) => ({ row, score: words.filter((word) => row.finding.toLowerCase().includes(word)).length + (item !== null && row.item === item ? 2 : 0) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, 4);
  if (scored.length === 0) return <p className="text-sm text-faint">Choose an item or begin to write, and typical findings with their usual code appear here.</p>;
  return (
    <ul aria-label="Typical findings" className="border-y border-rule text-sm">
      {scored.map(({ row }) => (
        <li key={row.finding}>
          <button type="button" className="w-full px-1 py-1 text-left hover:bg-hover" onClick={() => choose(row)}>
            <strong>{row.usual}</strong> {row.finding}
          </button>
        </li>
      ))}
    </ul>
  );
}

function Reasoning({ proposal, answers, answer }: { proposal: CodeProposal; answers: Answers; answer: (answers: Answers) => void }) {
  return (
    <div className="border-y border-rule py-1 text-sm">
      {proposal.questions.map((question) => (
        <Question key={question.id} question={question} given={answers[question.id] ?? null} give={(value) => answer({ ...answers, [question.id]: value })} />
      ))}
      <p className="pt-1">
        Proposed: <strong>{proposal.code === 'none' ? 'no code' : proposal.code}</strong>. <span className="text-faint">{proposal.reasoning.join(' ')}</span>
      </p>
      {proposal.otherSchool && <p className="text-faint">Others: {proposal.otherSchool}.</p>}
    </div>
  );
}

function Question({ question, given, give }: { question: AdviceQuestion; given: boolean | null; give: (value: boolean) => void }) {
  return (
    <div role="group" aria-label={question.text} className="flex items-center gap-2 py-0.5">
      <span className="flex-1">{question.text}</span>
      {([['yes', true], ['no', false]] as const).map(([word, value]) => (
        <button key={word} type="button" aria-pressed={given === value} onClick={() => give(value)} className={`min-h-8 min-w-10 rounded-md border px-2 max-md:min-h-11 ${given === value ? 'border-ink bg-ink text-paper' : 'border-rule-strong hover:bg-hover'}`}>
          {word}
        </button>
      ))}
    </div>
  );
}
