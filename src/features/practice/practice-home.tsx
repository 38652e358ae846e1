'use client';

import { useState } from 'react';
import type { DwellingType } from '../../core/practice/dwelling-type';
import { exercises, houseNumberOf, nextExercise } from '../../core/practice/exercises';
import { houseOf, numberOf } from '../../core/practice/house';
import type { PracticeResult } from '../../core/practice/result';
import { Button } from '../../ui/button';
import { Compose } from './compose';
import { Progress } from './progress';
import { newSeed } from './new-seed';
import { addressOf, go, quizAddress, quizzes } from './asked';
import { useResults } from './use-results';

type Props = {
  readonly types: readonly DwellingType[];
  /** A number that is no house. */
  readonly unknown: string | null;
  readonly isSignedIn: boolean;
};

/** What can be practised: exercises, whole houses, one by number; and how it went so far. */
export function PracticeHome({ types, unknown, isSignedIn }: Props) {
  const results = useResults(isSignedIn);
  const next = nextExercise(results);
  return (
    <>
      <h1 className="text-3xl">Practice</h1>
      <p className="max-w-2xl py-2">
        Simulated properties with hidden faults. Isolate, inspect, test and code. At the end you see what was wrong.
        Dangerous acts are only reported here.
      </p>
      {unknown && (
        <p role="alert" className="border-y border-rule-strong py-2 font-semibold">
          × There is no property {unknown}. Check number.
        </p>
      )}
      <div className="grid gap-x-10 gap-y-8 pt-4 lg:grid-cols-[3fr_2fr]">
        <section aria-labelledby="exercises">
          <h2 id="exercises" className="border-b border-rule-strong pb-1 text-xl">
            Exercises
          </h2>
          <ul>
            {exercises.map((exercise) => (
              <Row
                key={exercise.id}
                {...exercise}
                best={bestOf(results, exercise.id)}
                isNext={next?.id === exercise.id}
                begin={() => go(addressOf(houseNumberOf(exercise, newSeed(), types), exercise.id))}
              />
            ))}
            {quizzes.map((quiz) => (
              <Row
                key={quiz.id}
                {...quiz}
                best={bestOf(results, quiz.id)}
                isNext={false}
                begin={() => go(quizAddress(quiz.id))}
              />
            ))}
          </ul>
        </section>
        <div className="space-y-8">
          <ByNumber types={types} />
          <Progress results={results} />
          <section aria-labelledby="houses">
            <h2 id="houses" className="border-b border-rule-strong pb-1 text-xl">
              Whole properties
            </h2>
            <ul>
              {types.map((type) => (
                <li key={type.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1">
                  <span>
                    {type.title}{' '}
                    <span className="text-sm text-faint" aria-label={`difficulty ${type.difficulty} of 5`}>
                      {type.difficulty}/5
                    </span>
                  </span>
                  <Button
                    look="quiet"
                    aria-label={`Open a ${type.title}`}
                    onClick={() => go(addressOf(numberOf(type, newSeed()), null))}
                  >
                    Go
                  </Button>
                </li>
              ))}
            </ul>
          </section>
          <Compose types={types} />
        </div>
      </div>
    </>
  );
}

type RowProps = {
  readonly title: string;
  readonly minutes: number;
  readonly says: string;
  readonly best: string;
  readonly isNext: boolean;
  readonly begin: () => void;
};

function Row({ title, minutes, says, best, isNext, begin }: RowProps) {
  return (
    <li className="grid grid-cols-[1fr_auto] items-start gap-x-4 border-b border-rule py-2">
      <div>
        <h3 className="text-base">
          {title}{' '}
          <span className="font-sans text-sm font-normal text-faint">
            {minutes} min{best}
          </span>
        </h3>
        <p className="text-sm text-faint">{says}</p>
      </div>
      <Button look={isNext ? 'next' : 'plain'} aria-label={`Start ${title}`} onClick={begin}>
        Start
      </Button>
    </li>
  );
}

/** The best that was got in an exercise, in words; nothing where it was never done. */
function bestOf(results: readonly PracticeResult[], id: string): string {
  const percents = results.filter(({ exercise }) => exercise === id).map(({ percent }) => percent);
  return percents.length > 0 ? `, best ${Math.max(...percents)} %` : '';
}

function ByNumber({ types }: Pick<Props, 'types'>) {
  const [typed, setTyped] = useState('');
  const number = typed.trim().toLowerCase();
  const isHouse = number !== '' && houseOf(number, types) !== null;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (isHouse) go(addressOf(number, null));
      }}
    >
      <label htmlFor="number" className="block pb-1 font-serif text-xl font-semibold">
        Shared property
      </label>
      <div className="flex gap-2">
        <input
          id="number"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          placeholder="number"
          autoComplete="off"
          maxLength={80}
          aria-invalid={number !== '' && !isHouse}
          className="min-h-9 min-w-0 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
        />
        <Button type="submit" disabled={!isHouse}>
          Open
        </Button>
      </div>
    </form>
  );
}
