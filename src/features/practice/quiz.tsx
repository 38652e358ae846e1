'use client';

import { type ReactNode, useState } from 'react';
import { type Mark, type Part, total } from '../../core/practice/score';
import { Button } from '../../ui/button';
import { keepResults } from './kept';
import { go } from './asked';

type Props<Case, Said> = {
  /** The name its results are kept by: it has no house. */
  readonly id: string;
  readonly title: string;
  readonly part: Part;
  readonly cases: readonly Case[];
  readonly mark: (told: Case, said: Said) => Mark;
  /** What was said whole; null while something of it is lacking. */
  readonly whole: (said: Partial<Said>) => Said | null;
  /** One case, and what is said of it. */
  readonly ask: (on: {
    readonly told: Case;
    readonly said: Partial<Said>;
    readonly say: (more: Partial<Said>) => void;
    readonly isMarked: boolean;
  }) => ReactNode;
  readonly others: string;
  readonly again: () => void;
};
const minute = 60_000;

/** One case after the other: what is said of it, the mark and its reason; at the end what it came to. */
export function Quiz<Case, Said>({ id, title, part, cases, mark, whole, ask, others, again }: Props<Case, Said>) {
  const [answered, setAnswered] = useState<readonly Said[]>([]);
  const [said, setSaid] = useState<Partial<Said>>({});
  const [isMarked, setMarked] = useState(false);
  const [begunAt] = useState(() => Date.now());
  const at = isMarked ? answered.length - 1 : answered.length;
  const told = cases[at];
  const marksOf = (all: readonly Said[]) =>
    all.flatMap((each, index) => (cases[index] === undefined ? [] : [mark(cases[index], each)]));
  const marks = marksOf(answered);
  const answer = () => {
    const given = whole(said);
    if (!given) return;
    const all = [...answered, given];
    setAnswered(all);
    setMarked(true);
    if (all.length < cases.length) return;
    const { got, of } = total(marksOf(all));
    const now = Date.now();
    const percent = Math.round((got / of) * 1000) / 10;
    keepResults([
      { house: id, exercise: id, at: now, minutes: (now - begunAt) / minute, percent, parts: { [part]: [got, of] } },
    ]);
  };
  const onwards = () => {
    setSaid({});
    setMarked(false);
  };
  if (told === undefined) {
    const { got, of } = total(marks);
    return (
      <div className="space-y-4">
        <h1 className="text-2xl">
          {got} of {of}
        </h1>
        <div className="flex gap-2">
          <Button look="next" onClick={() => go('/practice')}>
            What next
          </Button>
          <Button onClick={again}>{others}</Button>
        </div>
        <ol>
          {marks.map((each) => (
            <li key={each.what} className="grid grid-cols-[3rem_1fr] border-t border-rule py-1.5 text-sm">
              <strong>
                {each.got < each.of && '× '}
                {each.got}/{each.of}
              </strong>
              <span>
                {each.what}
                <span className="block text-faint">{each.why}</span>
              </span>
            </li>
          ))}
        </ol>
      </div>
    );
  }
  const last = isMarked ? marks.at(-1) : null;
  return (
    <div className="max-w-2xl space-y-4">
      <div className="flex items-baseline justify-between">
        <h1 className="text-2xl">{title}</h1>
        <span className="flex items-baseline gap-4">
          <span className="text-faint">
            {at + 1} of {cases.length}
          </span>
          <Button look="quiet" onClick={() => go('/practice')}>
            Leave
          </Button>
        </span>
      </div>
      {ask({ told, said, say: (more) => setSaid({ ...said, ...more }), isMarked })}
      {last && (
        <p role="status" className="border-y border-rule-strong py-2">
          <strong>
            {last.got === last.of ? '✓' : '×'} {last.got} of {last.of}.
          </strong>{' '}
          {last.why}
        </p>
      )}
      {isMarked ? (
        <Button look="next" onClick={onwards}>
          {answered.length < cases.length ? 'Next' : 'Result'}
        </Button>
      ) : (
        <Button look="next" disabled={!whole(said)} onClick={answer}>
          Submit answer
        </Button>
      )}
    </div>
  );
}
