'use client';

import { useId, useState } from 'react';
import { intervalFor, yearsAfter } from '../../../core/certificates/next-inspection';
import { readDay, showDay } from '../../../core/words/day';
import { Button } from '../../../ui/button';
import { Row } from '../../../ui/entry-field';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import { placeKey } from '../../../core/installation/place';
import { DateField } from '../../../ui/date-field';

/** When somebody should look again, and why: proposed from the kind of occupancy and the condition. */
export function NextInspection({ wanted, record }: { wanted: boolean; record: (entry: NewJobEntry) => boolean }) {
  const view = useJob();
  const { job, document, isSealed } = view;
  const proposal = intervalFor(view);
  const id = useId();
  const inspected = job.brief.inspectedTo ?? job.brief.inspectedFrom ?? document.works.completedOn ?? null;
  const [dueOn, setDueOn] = useState(
    document.comeBack?.dueOn ?? (inspected ? yearsAfter(inspected, proposal.years) : ''),
  );
  const [reason, setReason] = useState(document.comeBack?.reason ?? proposal.reason);
  const input = 'min-h-9 rounded-md border border-rule-strong bg-sheet px-2';
  return (
    <Row
      id={id}
      label="Next inspection"
      wanted={wanted}
      anchor={placeKey({ of: 'document', field: 'comeBack' })}
      hint={
        document.comeBack
          ? `Recorded: by ${showDay(document.comeBack.dueOn)}, ${document.comeBack.reason}`
          : `Proposed: ${proposal.reason}. You decide.`
      }
    >
      <div className="flex flex-wrap gap-2">
        <DateField
          id={id}
          label="Next inspection"
          value={dueOn || null}
          read={readDay}
          onChange={(day) => setDueOn(day ?? '')}
        />
        <input
          aria-label="Reason for this date"
          className={`${input} min-w-40 flex-1`}
          maxLength={200}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
        <Button
          disabled={!dueOn || !reason.trim() || isSealed}
          onClick={() =>
            record({ kind: 'return.recommended', body: { documentId: document.id, dueOn, reason: reason.trim() } })
          }
        >
          Recommend
        </Button>
      </div>
    </Row>
  );
}
