'use client';

import { useState, useTransition } from 'react';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormField, FormProblem } from '../../ui/form-field';
import { Select } from '../../ui/select';
import { lookAction } from './look-action';

type ToLookOver = { readonly id: string; readonly name: string; readonly serial: string };

type Props = {
  readonly instruments: readonly ToLookOver[];
  /** When they were looked over today, as a time of day; null while they were not. */
  readonly lookedAt: string | null;
};

/** Indicator and tester before the day: one tap where nothing is wrong. */
export function LookedOver({ instruments, lookedAt }: Props) {
  const [done, setDone] = useState(lookedAt !== null);
  const [open, setOpen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [pending, start] = useTransition();
  const [which, setWhich] = useState(instruments[0]?.id ?? null);
  const [what, setWhat] = useState('');
  const say = (instrumentIds: readonly string[], sound: boolean, wrong: string) =>
    start(async () => {
      const said = await lookAction({ instrumentIds, sound, what: wrong }).catch(() => 'No connection. Not saved.');
      setProblem(said);
      if (said) return;
      setDone(true);
      setOpen(false);
    });
  if (instruments.length === 0) return null;
  return (
    <div className="border-t border-rule py-2 text-sm">
      {done ? (
        <p>
          ✓ Daily instrument check done{lookedAt && ` at ${lookedAt}`}.{' '}
          <Button look="quiet" onClick={() => setOpen(true)}>
            Report a fault
          </Button>
        </p>
      ) : (
        <p className="flex items-center gap-x-3 max-sm:flex-wrap">
          <span className="min-w-0 flex-1 text-faint">
            Daily instrument check: tips, guards, leads, battery; probes together and apart (
            {instruments.map(({ serial }) => serial).join(', ')})
          </span>
          <Button
            disabled={pending}
            onClick={() =>
              say(
                instruments.map(({ id }) => id),
                true,
                '',
              )
            }
          >
            All OK
          </Button>
          <Button look="quiet" onClick={() => setOpen(true)}>
            Report a fault
          </Button>
        </p>
      )}
      {problem && !open && <FormProblem>{problem}</FormProblem>}
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Report a fault"
        description="Its readings since the last good check are marked, and it cannot be used on a job."
      >
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (which && what.trim()) say([which], false, what.trim());
          }}
        >
          <Select
            label="Instrument"
            className="w-full"
            value={which}
            onChange={setWhich}
            options={instruments.map(({ id, name, serial }) => ({ value: id, label: `${name}, ${serial}` }))}
          />
          <FormField label="Fault" value={what} onChange={(event) => setWhat(event.currentTarget.value)} />
          {problem && <FormProblem>{problem}</FormProblem>}
          <Button type="submit" look="next" disabled={pending || !what.trim()} className="w-full">
            Save fault
          </Button>
        </form>
      </Dialog>
    </div>
  );
}
