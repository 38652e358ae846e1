'use client';

import { Button } from './button';
import { toast } from './toast';

type Refusal = {
  readonly id: string;
  readonly reason: string;
  /** What was to be recorded, as it can be copied out. */
  readonly kept: string;
};

type Props = {
  readonly refusals: readonly Refusal[];
  readonly putAside: (id: string) => unknown;
  readonly sendAgain: (id: string) => unknown;
  readonly className?: string;
};

/** What the ledger did not take: why, and what it was, until the person has read it. */
export function Refusals({ refusals, putAside, sendAgain, className = '' }: Props) {
  if (refusals.length === 0) return null;
  const copy = (text: string) =>
    void navigator.clipboard.writeText(text).then(
      () => toast('Copied.'),
      () => toast('Could not copy. Select the text.'),
    );
  return (
    <ul aria-label="Not accepted" className={`max-h-40 overflow-y-auto bg-sheet ${className}`}>
      {refusals.map(({ id, reason, kept }) => (
        <li key={id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1 text-sm">
          <span className="min-w-0 flex-1 basis-64">
            <strong>Not accepted:</strong> {reason}
            <span className="block truncate text-xs text-faint">{kept.slice(0, 300)}</span>
          </span>
          <Button look="quiet" onClick={() => copy(kept)}>
            Copy
          </Button>
          <Button look="quiet" onClick={() => sendAgain(id)}>
            Send again
          </Button>
          <Button look="quiet" onClick={() => putAside(id)}>
            Dismiss
          </Button>
        </li>
      ))}
    </ul>
  );
}
