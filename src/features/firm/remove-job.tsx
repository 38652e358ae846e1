'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { removeJobAction } from './actions';
import { unanswered } from './unanswered';

/** Asks once more, then removes a job for good. */
export function RemoveJob({ jobId, reference }: { readonly jobId: string; readonly reference: string }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const remove = async () => {
    setBusy(true);
    const done = await removeJobAction(jobId).catch(unanswered);
    setBusy(false);
    if (!done.ok) return setProblem(done.problem);
    setOpen(false);
    router.refresh();
  };
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        Remove…
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title={`Remove ${reference}`}>
        <p className="pb-3">
          Its record, readings and documents are removed for good. Of each document its number, date and hash stay, so a
          copy can still be checked.
        </p>
        {problem && (
          <p role="alert" className="pb-3 font-semibold">
            {problem}
          </p>
        )}
        <Button onClick={() => void remove()} disabled={busy}>
          {busy ? 'Removing…' : 'Remove for good'}
        </Button>
      </Dialog>
    </>
  );
}
