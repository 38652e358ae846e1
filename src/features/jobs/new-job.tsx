'use client';

import { startTransition, useActionState, useState, type FormEvent } from 'react';
import { v7 } from 'uuid';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { openJobAction } from './open-job';

const input = 'min-h-10 w-full rounded-md border border-rule-strong bg-paper px-2';

const openUnlessOffline: typeof openJobAction = (before, form) =>
  openJobAction(before, form).catch((error: unknown) => {
    if (error instanceof TypeError) return { problem: 'The server did not answer: a new job needs the network once, to be opened. What you typed is still here; try again when the network is back.' };
    throw error;
  });

export function NewJob() {
  const [open, setOpen] = useState(false);
  const [jobId, setJobId] = useState('');
  const [state, action, busy] = useActionState(openUnlessOffline, { problem: null });
  // Not by the form's own action, which would empty the fields of a job that could not be opened.
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    startTransition(() => action(form));
  };
  return (
    <>
      <Button
        onClick={() => {
          setJobId(v7());
          setOpen(true);
        }}
      >
        Open a condition report
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Open a condition report">
        <form onSubmit={submit} className="space-y-3">
          <input type="hidden" name="jobId" value={jobId} />
          <label className="block text-sm font-semibold">
            Your reference <input name="reference" required maxLength={200} className={input} />
          </label>
          <label className="block text-sm font-semibold">
            Address of the installation <input name="address" required maxLength={200} className={input} />
          </label>
          <label className="block text-sm font-semibold">
            Premises <input name="premises" maxLength={200} placeholder="three-bedroom mid-terrace house" className={input} />
          </label>
          <label className="block text-sm font-semibold">
            Client: who pays <input name="client" maxLength={200} className={input} />
          </label>
          <label className="block text-sm font-semibold">
            Edition worked to
            <select name="edition" className={input} defaultValue="bs7671-2018-a2">
              <option value="bs7671-2018-a2">BS 7671:2018+A2:2022</option>
              <option value="bs7671-2018-a3">BS 7671:2018+A2:2022+A3:2024</option>
            </select>
          </label>
          {state.problem && <p role="alert" className="text-sm font-semibold">{state.problem}</p>}
          <Button type="submit" look="next" disabled={busy} className="w-full">
            {busy ? 'Opening…' : 'Open the job'}
          </Button>
        </form>
      </Dialog>
    </>
  );
}
