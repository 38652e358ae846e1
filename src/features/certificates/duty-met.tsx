'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { readDay, showDayShort } from '../../core/words/day';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { toast } from '../../ui/toast';
import { dutyMetAction, giveNoticeAction } from './duty-actions';

type Props = {
  readonly jobId: string;
  readonly documentId: string;
  readonly duty: string;
  readonly what: string;
  readonly today: string;
};

const unanswered = () => ({
  ok: false as const,
  problem: 'The server did not answer: nothing was recorded. Try again.',
});

/** Records that a duty was met: on which day, and how. */
export function DutyMet({ jobId, documentId, duty, what, today }: Props) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [on, setOn] = useState(showDayShort(today));
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const record = async () => {
    const day = readDay(on);
    if (!day.ok) return setProblem(day.problem);
    const answer = await dutyMetAction({ jobId, documentId, duty, on: day.day, note }).catch(unanswered);
    if (!answer.ok) return setProblem(answer.problem);
    setOpen(false);
    router.refresh();
  };
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        Done
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title={what}>
        <form
          className="space-y-3"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void record();
          }}
        >
          <FormField label="Done on" value={on} onChange={(event) => setOn(event.target.value)} />
          <FormField
            label="Sent to, method, reference"
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" className="w-full">
            Save
          </Button>
        </form>
      </Dialog>
    </>
  );
}

/** Gives notice of notifiable work to the desk that takes them. */
export function GiveNotice({ issueId }: { issueId: string }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const give = async () => {
    setBusy(true);
    const answer = await giveNoticeAction(issueId).catch(unanswered);
    setBusy(false);
    if (!answer.ok) return toast(answer.problem);
    router.refresh();
  };
  return (
    <Button disabled={busy} onClick={() => void give()}>
      {busy ? 'Sending…' : 'Send notice'}
    </Button>
  );
}
