'use client';

import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import type { Device } from '../../../core/installation/device';
import type { Cue } from '../../../core/job/kinds/hand';
import { nameOfDevice } from '../../../core/work/on-now';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { handCodeAction } from '../../links/actions';
import { useMeasure } from '../../measure/measure-provider';

/** A second pair of hands at the board: joins by a code, and is told one thing at a time. */
export function SecondPhone({ device }: { device: Device }) {
  const [open, setOpen] = useState(false);
  const { jobId, isSealed, isWaiting, name } = useJob((held) => ({
    jobId: held.jobId,
    isSealed: held.isSealed,
    // Nobody waits for what was recorded while the dialog is closed.
    isWaiting: open && held.unsent > 0 && held.job.hand !== null,
    name: nameOfDevice(held.job, device),
  }));
  const { record } = useMeasure();
  const [url, setUrl] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  if (isSealed) return null;
  const tell = (cue: Cue, about: Device | null) => record([{ kind: 'hand.told', body: { cue, device: about } }]);
  const ask = async () => {
    const made = await handCodeAction(jobId).catch(() => ({
      ok: false as const,
      problem: 'Creating a code needs a connection.',
    }));
    setUrl(made.ok ? made.url : null);
    setProblem(made.ok ? null : made.problem);
  };
  return (
    <>
      <Button look="quiet" className="max-md:min-h-11" onClick={() => setOpen(true)}>
        Second device
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Second device"
        description="The person at the board opens this address and sees one instruction at a time. It works for 12 hours."
      >
        <div className="space-y-3">
          {url ? (
            <p className="break-all text-2xl font-semibold" data-testid="hand-address">
              {url}
            </p>
          ) : (
            <Button look="next" className="min-h-11" onClick={() => void ask()}>
              Create code
            </Button>
          )}
          {problem && (
            <p role="alert" className="text-sm font-semibold">
              {problem}
            </p>
          )}
          {isWaiting && (
            <p role="alert" className="border-l-4 border-ink pl-3 text-sm font-semibold">
              Not sent yet. The other device shows Stand by: call out instead.
            </p>
          )}
          <div className="flex flex-wrap gap-2">
            <Button className="min-h-12 flex-1 text-base" onClick={() => tell('switch on', device)}>
              Send: switch on {name}
            </Button>
            <Button className="min-h-12 flex-1 text-base" onClick={() => tell('switch off', device)}>
              Send: switch off {name}
            </Button>
            <Button className="min-h-12 flex-1 border-2 border-ink text-base" onClick={() => tell('stop', null)}>
              STOP
            </Button>
            <Button className="min-h-12 flex-1 text-base" onClick={() => tell('stand by', null)}>
              Stand by
            </Button>
          </div>
        </div>
      </Dialog>
    </>
  );
}
