'use client';

import { useId, useState } from 'react';
import { intervalFor, yearsAfter } from '../../core/document/next-inspection';
import { showDay } from '../../core/document/report';
import { Button } from '../../ui/button';
import { Row } from '../../ui/entry-field';
import { useJob } from '../ledger/job-provider';
import type { NewEntry } from '../ledger/job-store';

/** When somebody should look again, and why: proposed from the kind of occupancy and the condition. */
export function NextInspection({ wanted, record }: { wanted: boolean; record: (entry: NewEntry) => boolean }) {
  const { job } = useJob();
  const proposal = intervalFor(job);
  const id = useId();
  const inspected = job.brief.inspectedTo ?? job.brief.inspectedFrom ?? null;
  const [dueOn, setDueOn] = useState(job.comeBack?.dueOn ?? (inspected ? yearsAfter(inspected, proposal.years) : ''));
  const [reason, setReason] = useState(job.comeBack?.reason ?? proposal.reason);
  const input = 'min-h-9 rounded-md border border-rule-strong bg-sheet px-2';
  return (
    <Row id={id} label="Next inspection" wanted={wanted} anchor="comeBack" hint={job.comeBack ? `Recorded: by ${showDay(job.comeBack.dueOn)}, ${job.comeBack.reason}` : `Proposed: ${proposal.reason}. You decide.`}>
      <div className="flex flex-wrap gap-2">
        <input id={id} type="date" className={input} value={dueOn} onChange={(e) => setDueOn(e.target.value)} />
        <input aria-label="Reason for this date" className={`${input} min-w-40 flex-1`} maxLength={200} value={reason} onChange={(e) => setReason(e.target.value)} />
        <Button disabled={!dueOn || !reason.trim() || job.issued !== null} onClick={() => record({ kind: 'return.recommended', body: { dueOn, reason: reason.trim() } })}>
          Recommend
        </Button>
      </div>
    </Row>
  );
}
