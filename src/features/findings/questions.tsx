'use client';

import { useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../client/job-provider';
import type { usePictures } from '../../client/use-pictures';
import type { NewJobEntry } from '../../core/catalogue';
import { type Question, permissions } from '../../core/job/kinds/question';
import { showMoment } from '../../core/words/moment';
import { draftEffect } from '../../core/work/limitation-effect';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { toast } from '../../ui/toast';
import { ToggleGroup } from '../../ui/toggle-group';
import { askByLinkAction } from '../links/actions';
import { Pictures } from '../pictures/pictures';
import { LinkForm } from '../links/link-form';
import { LinkList, useLinks } from '../links/link-list';

/** One question at a time to the client, the agent or a colleague; the answer stands with its name and time. */
export function Questions({ pictures }: { pictures: ReturnType<typeof usePictures> }) {
  const { job, append, isSealed } = useJob();
  const [what, setWhat] = useState('');
  const say = (entries: readonly NewJobEntry[]): boolean => {
    const outcome = append(entries);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  if (isSealed && job.questions.length === 0) return null;
  return (
    <section aria-labelledby="questions" className="lg:col-start-1">
      <h2 id="questions" className="border-b border-rule-strong pb-1 text-xl">
        Ask now
      </h2>
      <ul aria-label="Questions">
        {job.questions.map((question) => (
          <One key={question.questionId} question={question} say={say} pictures={pictures} />
        ))}
      </ul>
      {!isSealed && (
        <form
          aria-label="Ask a question"
          className="grid gap-2 pt-2 sm:grid-cols-[1fr_auto] sm:items-end"
          onSubmit={(event) => {
            event.preventDefault();
            const body = { questionId: v7(), what: what.trim(), where: null };
            if (body.what && say([{ kind: 'question.asked', body }])) setWhat('');
          }}
        >
          <FormField
            label="Your question, as they will read it"
            placeholder="May I switch everything off for an hour?"
            maxLength={500}
            value={what}
            onChange={(event) => setWhat(event.target.value)}
          />
          <Button type="submit" className="min-h-10 max-md:min-h-11">
            Ask
          </Button>
        </form>
      )}
    </section>
  );
}

const answerWords = { yes: 'Yes', no: 'No', 'in words': '' } as const;

function One({
  question,
  say,
  pictures,
}: {
  question: Question;
  say: (entries: readonly NewJobEntry[]) => boolean;
  pictures: ReturnType<typeof usePictures>;
}) {
  const { isSealed } = useJob();
  const [open, setOpen] = useState(false);
  const { answered, what, entryId } = question;
  const limit = () =>
    answered &&
    say([
      {
        kind: 'limitation.noted',
        body: {
          limitationId: v7(),
          sort: 'agreed',
          what,
          why: [answerWords[answered.answer], answered.words].filter(Boolean).join('. ') || 'No',
          agreedWith: answered.by.slice(0, 200),
          effect: draftEffect({ what }),
        },
      },
    ]) &&
    toast('Saved as an agreed limitation.');
  return (
    <li className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1.5">
      <span className="min-w-0 flex-1">
        {what}
        {answered ? (
          <span className="block text-sm">
            <strong>{[answerWords[answered.answer], answered.words].filter(Boolean).join('. ')}</strong>{' '}
            <span className="text-faint">
              {answered.by}, {showMoment(new Date(answered.at))}
              {answered.outside ? ', by link' : ', in person or by phone'}
            </span>
          </span>
        ) : (
          <span className="block text-sm text-faint">not answered yet</span>
        )}
        <Pictures about={{ of: 'question', id: question.questionId }} name="what is asked" pictures={pictures} />
      </span>
      {!isSealed && !answered && (
        <>
          <Button look="quiet" onClick={() => setOpen(true)}>
            Send, or enter the answer
          </Button>
          <Button
            look="quiet"
            onClick={() => say([{ kind: 'entry.struck', body: { entryId, why: 'No longer needed' } }])}
          >
            Strike out
          </Button>
          <Dialog open={open} onOpenChange={setOpen} title={what}>
            {open && <Ways question={question} say={say} done={() => setOpen(false)} />}
          </Dialog>
        </>
      )}
      {!isSealed && answered && answered.answer !== 'yes' && (
        <Button look="quiet" onClick={limit}>
          Save as agreed limitation
        </Button>
      )}
    </li>
  );
}

/** By a link that works once, or as somebody said it. */
function Ways({
  question,
  say,
  done,
}: {
  question: Question;
  say: (entries: readonly NewJobEntry[]) => boolean;
  done: () => void;
}) {
  const { jobId, unsent } = useJob();
  const [made, setMade] = useState(0);
  const [by, setBy] = useState('');
  const [answer, setAnswer] = useState<(typeof permissions)[number] | null>(null);
  const [words, setWords] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { links, look } = useLinks(question.questionId, made);
  const note = () => {
    if (!by.trim()) return setProblem('Enter who answered.');
    if (!answer || (answer === 'in words' && !words.trim())) return setProblem('Enter the answer.');
    const body = {
      questionId: question.questionId,
      answer,
      words: words.trim() || null,
      by: by.trim(),
      outside: null,
    };
    if (say([{ kind: 'answer.noted', body }])) done();
  };
  return (
    <div className="space-y-4">
      <section className="space-y-2">
        <h3 className="font-semibold">By a link that works once, for 3 days</h3>
        {unsent > 0 && <p className="text-sm">The question is sent when you are online.</p>}
        <LinkForm
          act="Create link"
          make={async (fields) => {
            const answer = await askByLinkAction({ jobId, questionId: question.questionId }, fields);
            setMade((count) => count + 1);
            return answer;
          }}
        />
        <LinkList links={links} look={look} label="Asked" used="answered" />
      </section>
      <form
        noValidate
        className="space-y-2 border-t border-rule pt-3"
        onSubmit={(event) => {
          event.preventDefault();
          note();
        }}
      >
        <h3 className="font-semibold">Answered in person or by phone</h3>
        <FormField label="Who answered" maxLength={200} value={by} onChange={(event) => setBy(event.target.value)} />
        <ToggleGroup
          label="Answer"
          value={answer}
          onChange={setAnswer}
          choices={permissions.map((value) => ({ value, face: value }))}
        />
        <FormField label="Words" maxLength={1000} value={words} onChange={(event) => setWords(event.target.value)} />
        {problem && <FormProblem>{problem}</FormProblem>}
        <Button type="submit">Save answer</Button>
      </form>
    </div>
  );
}
