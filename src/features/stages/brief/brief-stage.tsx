'use client';

import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { toast } from '../../../ui/toast';
import { ClientAndSite } from './client-and-site';
import { InstrumentsBrought } from './instruments-brought';
import { Limitations } from './limitations';
import { WhatWasAgreed } from './what-was-agreed';
import { WhatWasDone } from './what-was-done';

export type Record = (entry: NewJobEntry) => boolean;

/** Who, where, why, how far, and with which instruments: agreed before anything is opened. */
export function BriefStage() {
  const { append, definition } = useJob();
  const record: Record = (entry) => {
    const outcome = append([entry]);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
  return (
    <div className="grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-2">
      <section>
        <ClientAndSite record={record} />
        <InstrumentsBrought record={record} />
      </section>
      <section>
        {definition.about === 'condition' ? (
          <>
            <WhatWasAgreed record={record} />
            <Limitations record={record} />
          </>
        ) : (
          definition.about === 'works' && <WhatWasDone record={record} />
        )}
      </section>
    </div>
  );
}
