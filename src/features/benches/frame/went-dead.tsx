'use client';

import { ZapOff } from 'lucide-react';
import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import { causesOfDead, instrumentFirst } from '../../../core/work/went-dead';
import { Button } from '../../../ui/button';
import { Dialog } from '../../../ui/dialog';
import { Disclosure } from '../../../ui/disclosure';

/** It went dead: likely causes in order, where not to touch, what to prove, which readings are in question. */
export function WentDead() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button className="max-md:min-h-11 max-md:min-w-11" onClick={() => setOpen(true)}>
        <ZapOff size={15} aria-hidden className="inline md:mr-1.5" />
        <span className="max-md:sr-only">Circuit has gone dead</span>
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Circuit has gone dead">
        <p className="border-l-4 border-ink pl-3 text-sm font-semibold">
          Do not touch. A circuit is dead only once proved dead. {instrumentFirst}
        </p>
        <Causes />
      </Dialog>
    </>
  );
}

function Causes() {
  const { job } = useJob();
  return (
    <ol className="pt-2">
      {causesOfDead(job).map((each, index) => (
        <li key={each.id} className="border-b border-rule py-1">
          <Disclosure
            open={index === 0}
            summary={
              <>
                <strong>{each.cause}</strong>
                <span className="block text-sm text-faint">
                  {each.because ?? each.likely}
                  {each.urgent && <strong className="text-ink"> · danger</strong>}
                </span>
              </>
            }
          >
            <dl className="grid gap-x-3 text-sm sm:grid-cols-[7rem_1fr]">
              <Part name="Signs" says={each.signs} />
              <Part name="Do not touch" says={each.doNotTouch} strong />
              <Part name="Prove" says={each.prove} />
              <Part name="Read again" says={each.repeat} />
            </dl>
          </Disclosure>
        </li>
      ))}
    </ol>
  );
}

function Part({ name, says, strong = false }: { name: string; says: readonly string[]; strong?: boolean }) {
  return (
    <>
      <dt className={strong ? 'font-semibold' : 'text-faint'}>{name}</dt>
      <dd className={strong ? 'font-semibold' : ''}>
        {says.map((each) => (
          <span key={each} className="block">
            {each}
          </span>
        ))}
      </dd>
    </>
  );
}
