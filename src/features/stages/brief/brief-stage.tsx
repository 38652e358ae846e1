'use client';

import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { toast } from '../../../ui/toast';
import { ClientAndSite } from './client-and-site';
import { InstrumentsBrought } from './instruments-brought';
import { Limitations } from './limitations';
import { WhatWasAgreed } from './what-was-agreed';

export type Record = (entry: NewJobEntry) => boolean;

/** Who, where, why, how far, and with which instruments: agreed before anything is opened. */
export function BriefStage() {
  const { append } = useJob();
  const record: Record = (entry) => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <section>
        <ClientAndSite record={record} />
        <InstrumentsBrought record={record} />
      </section>
      <section>
        <WhatWasAgreed record={record} />
        <Limitations record={record} />
      </section>
    </div>
  );
}
