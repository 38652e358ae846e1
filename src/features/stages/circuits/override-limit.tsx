'use client';

import { useState } from 'react';
import { toast } from '../../../ui/toast';
import type { Way } from '../../../core/installation/way';
import { parseExact } from '../../../core/quantity/exact';
import { slotAt } from '../../../core/installation/slot';
import { zs } from '../../../core/tests/loop/slots';
import { Button } from '../../../ui/button';
import { useJob } from '../../../client/job-provider';

/** The inspector's own limit for Zs, with the reason that will stand on the document. */
export function OverrideLimit({ way }: { way: Way }) {
  const { append, isSealed } = useJob();
  const [open, setOpen] = useState(false);
  const [limit, setLimit] = useState('');
  const [reason, setReason] = useState('');
  if (isSealed) return null;
  if (!open) {
    return (
      <button type="button" className="pt-1 text-xs underline underline-offset-4" onClick={() => setOpen(true)}>
        Use another limit
      </button>
    );
  }
  const input = 'min-h-8 rounded-md border border-rule-strong bg-sheet px-1.5 text-sm';
  const good = parseExact(limit.trim()) !== null && reason.trim() !== '';
  return (
    <form
      className="flex flex-wrap items-center gap-2 pt-1"
      onSubmit={(event) => {
        event.preventDefault();
        const outcome = append([
          {
            kind: 'limit.overridden',
            body: { slot: slotAt({ of: 'way', id: way.id }, zs), limit: limit.trim(), reason: reason.trim() },
          },
        ]);
        if (!outcome.ok) toast(outcome.reason);
        setOpen(!outcome.ok);
      }}
    >
      <input
        aria-label="Limit in ohm"
        className={`${input} w-16`}
        placeholder="Ω"
        value={limit}
        onChange={(e) => setLimit(e.target.value)}
      />
      <input
        aria-label="Reason for this limit"
        className={`${input} min-w-40 flex-1`}
        placeholder="Why this limit"
        maxLength={200}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <Button type="submit" disabled={!good}>
        Use it
      </Button>
    </form>
  );
}
