'use client';

import { useCallback, useEffect, useMemo } from 'react';
import type { Finding } from '../../core/edition/findings';
import { type Exercise, documentsDue } from '../../core/practice/exercises';
import { paperMarks } from '../../core/practice/mark-paper';
import { type Mark, type Part, nameOf, parts, scoreOf, total } from '../../core/practice/score';
import { Button, linkLook } from '../../ui/button';
import { Disclosure } from '../../ui/disclosure';
import { useLoaded } from '../../ui/use-loaded';
import { keepResults } from './kept';
import { paperWritten } from './kept-paper';
import { partWords } from './progress';
import { HouseDrawing } from './house-drawing';
import { go } from './asked';
import type { OnVisit } from './use-visit';

type Props = {
  readonly on: OnVisit;
  readonly exercise: Exercise | null;
  readonly findings: readonly Finding[];
};

/** What a visit came to, mark by mark with the reason, and what the house really was. */
export function ResultPage({ on, exercise, findings }: Props) {
  const { house, visit, begunAt, endedAt, again } = on;
  const minutes = begunAt !== null && endedAt !== null ? (endedAt - begunAt) / 60_000 : 0;
  const load = useCallback(
    () =>
      endedAt === null && exercise?.writes === undefined
        ? Promise.resolve(null)
        : paperWritten(house, exercise?.id ?? null, endedAt ?? Infinity),
    [house, exercise, endedAt],
  );
  const loaded = useLoaded(load);
  const written = loaded === 'loading' || loaded === 'unreadable' ? null : loaded;
  const score = useMemo(() => {
    const documents = documentsDue(house, exercise);
    const isWanted = exercise?.writes !== undefined;
    const isMarked = typeof loaded !== 'string' && (isWanted || Boolean(written?.document.issued));
    return scoreOf(house, visit, findings, {
      ...(exercise ? { counted: exercise.counted, circuits: exercise.circuits } : {}),
      documents,
      written: isMarked ? paperMarks(written, house, visit, documents) : [],
      time: exercise && endedAt !== null ? { took: minutes, allowed: exercise.minutes } : null,
    });
  }, [house, visit, findings, exercise, loaded, written, minutes, endedAt]);
  useEffect(() => {
    if (endedAt === null || loaded === 'loading') return;
    const made = {
      house: house.number,
      exercise: exercise?.id ?? null,
      at: endedAt,
      minutes,
      percent: score.percent,
      parts: Object.fromEntries(
        parts.flatMap((part) => {
          const { got, of } = total(score.marks.filter((mark) => mark.part === part));
          return of > 0 ? [[part, [got, of] as [number, number]]] : [];
        }),
      ),
    };
    keepResults([made]);
  }, [endedAt, loaded, house, exercise, minutes, score]);
  // From wherever one handed over, the house is read from its head.
  useEffect(() => {
    window.scrollTo(0, 0);
  }, []);
  const counted = parts.filter((part) => score.marks.some((mark) => mark.part === part));
  return (
    <main className="mx-auto max-w-5xl px-4 pb-16">
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-2 border-ink py-4">
        <div>
          <p className="text-sm">
            <strong className="border-2 border-ink px-1.5 tracking-widest">PRACTICE</strong>{' '}
            <span className="select-all text-faint">{house.number}</span>
          </p>
          <h1 className="pt-1 text-2xl">{exercise?.title ?? house.type.title}</h1>
        </div>
        <p className="text-right max-sm:text-left">
          <span className="text-4xl font-semibold tabular-nums">{score.percent}</span> of 100
          <span className="block text-sm text-faint">
            {endedAt === null ? 'shown solution' : `in ${Math.max(1, Math.round(minutes))} min`}
          </span>
        </p>
      </header>
      <div className="flex flex-wrap gap-2 py-3">
        <Button look="next" onClick={() => go('/practice')}>
          What next
        </Button>
        <Button onClick={again}>Repeat this property</Button>
        <a href={`/practice/${house.number}`} className={linkLook('plain')}>
          Open document
        </a>
      </div>
      <section aria-labelledby="truth" className="pb-4">
        <h2 id="truth" className="border-b border-rule-strong pb-1 text-xl">
          What was wrong
        </h2>
        <div className="grid gap-x-8 md:grid-cols-[1fr_20rem]">
          <ol>
            {house.hidden.length === 0 && <li className="py-2">There was no fault.</li>}
            {house.hidden.map(({ fault, places, circuits }, index) => (
              <li key={fault.id} className="grid grid-cols-[1.5rem_3rem_1fr] gap-x-2 border-b border-rule py-1.5">
                <strong>{index + 1}</strong>
                <strong>{fault.code === 'none' ? '–' : fault.code}</strong>
                <span>
                  {fault.what}
                  <span className="block text-sm text-faint">
                    {places
                      .slice(0, 3)
                      .map((id) => nameOf(house, id))
                      .join(', ') || circuits.map((id) => nameOf(house, `circuit:${id}`)).join(', ')}
                    . {fault.foundBy.map(({ how, sign }) => `${how}: ${sign}`).join('; ')}.
                  </span>
                </span>
              </li>
            ))}
          </ol>
          <HouseDrawing house={house} />
        </div>
      </section>
      {counted.map((part) => (
        <PartMarks key={part} part={part} marks={score.marks.filter((mark) => mark.part === part)} />
      ))}
      <Steps on={on} />
    </main>
  );
}

function PartMarks({ part, marks }: { part: Part; marks: readonly Mark[] }) {
  const { got, of } = total(marks);
  const lost = marks.filter((mark) => mark.got < mark.of || mark.got < 0);
  return (
    <section aria-label={partWords[part]} className="border-b border-rule">
      <Disclosure
        open={lost.length > 0}
        summary={
          <span className="flex justify-between">
            <strong className="font-serif text-lg">{partWords[part]}</strong>
            <span className="tabular-nums">
              {got} of {of}
            </span>
          </span>
        }
      >
        <ul className="pl-5 text-sm">
          {[...lost, ...marks.filter((mark) => !lost.includes(mark))].map((mark, index) => (
            <li key={index} className="grid grid-cols-[3.5rem_1fr] gap-2 border-t border-rule py-1">
              <span className={`tabular-nums ${mark.got < mark.of || mark.got < 0 ? 'font-semibold' : 'text-faint'}`}>
                {mark.got < mark.of || mark.got < 0 ? '× ' : ''}
                {mark.got}
                {mark.of > 0 && `/${mark.of}`}
              </span>
              <span>
                {mark.what}
                <span className="block text-faint">{mark.why}</span>
              </span>
            </li>
          ))}
        </ul>
      </Disclosure>
    </section>
  );
}

/** The visit step by step, what went wrong marked where it did. */
function Steps({ on: { house, visit } }: { on: OnVisit }) {
  return (
    <Disclosure summary={<strong className="font-serif text-lg">Step by step</strong>}>
      <ol className="pl-5 text-sm">
        {visit.acts.map((act, index) => {
          const place = 'place' in act ? nameOf(house, act.place) : '';
          const measured = act.is === 'measure' ? act.measured : null;
          const of = measured ? `${measured.of}${'place' in measured ? `, ${nameOf(house, measured.place)}` : ''}` : '';
          return (
            <li key={index} className="grid grid-cols-[2rem_11rem_1fr] gap-2 border-t border-rule py-0.5">
              <span className="text-faint">{index + 1}</span>
              <span>
                {act.is}{' '}
                {place || of || ('what' in act ? nameOf(house, `circuit:${act.what}`).replace('circuit:', '') : '')}
              </span>
              <span>
                {(visit.said[index] ?? []).map(({ text, tone }, line) => (
                  <span key={line} className={`block ${tone === 'wrong' ? 'hatch font-semibold' : 'text-faint'}`}>
                    {tone === 'wrong' && '× '}
                    {text}
                  </span>
                ))}
              </span>
            </li>
          );
        })}
      </ol>
    </Disclosure>
  );
}
