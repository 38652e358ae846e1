'use client';

import { useState } from 'react';
import { useJob } from '../../../client/job-provider';
import type { NewJobEntry } from '../../../core/catalogue';
import type { Discrepancy, Side } from '../../../core/certificates/discrepancies/discrepancy';
import { isOpen } from '../../../core/certificates/discrepancies/find-discrepancies';
import { Button } from '../../../ui/button';
import { addressOf } from '../../workspace/address';
import { useDiscrepancies } from '../../workspace/contradictions-at';
import { JobLink } from '../../workspace/place';

type Props = { readonly record: (entry: NewJobEntry) => boolean };

/** What contradicts what: each with both ends, what can be done, and room to explain it. */
export function Contradictions({ record }: Props) {
  const all = useDiscrepancies();
  if (all.length === 0) return null;
  const open = all.filter(isOpen);
  const explained = all.filter((each) => !isOpen(each));
  const ordered = [
    ...open.filter(({ severity }) => severity === 'stop'),
    ...open.filter(({ severity }) => severity === 'ask'),
    ...explained,
  ];
  const stops = open.filter(({ severity }) => severity === 'stop').length;
  return (
    <section aria-labelledby="contradictions" className="pb-5">
      <h2 id="contradictions" className="border-b border-rule-strong pb-1 text-xl">
        Contradictions
      </h2>
      {stops > 0 && (
        <p className="py-1 text-sm font-semibold">
          {stops === 1 ? 'One has' : `${stops} have`} to resolve or explain before signing.
        </p>
      )}
      <ul className="lg:max-h-[calc(50dvh-4rem)] lg:overflow-y-auto">
        {ordered.map((each) => (
          <Row key={each.key} discrepancy={each} record={record} />
        ))}
      </ul>
    </section>
  );
}

function Row({ discrepancy, record }: Props & { readonly discrepancy: Discrepancy }) {
  const { document, isSealed } = useJob();
  const { key, one, other, severity, resolve, source, isFinal, explained } = discrepancy;
  const [asking, setAsking] = useState(false);
  const say = (reason: string | null) =>
    record({ kind: 'discrepancy.explained', body: { documentId: document.id, key, reason } });
  const stands = isOpen(discrepancy);
  return (
    <li className={`border-b border-rule py-1.5 text-sm ${stands && severity === 'stop' ? 'margin-line pl-2' : ''}`}>
      <p>
        <span className="font-semibold">
          {stands ? (severity === 'stop' ? 'Resolve: ' : 'Check: ') : '✓ Explained: '}
        </span>
        <End side={one} /> <span className="text-faint">but</span> <End side={other} />.{' '}
        <span className="text-faint">
          {resolve} {regulationsOf(source)}
        </span>
      </p>
      {explained !== null && !isFinal && (
        <p className="flex flex-wrap items-center gap-x-3">
          “{explained}”
          {!isSealed && (
            <Button look="quiet" onClick={() => say(null)}>
              Remove explanation
            </Button>
          )}
        </p>
      )}
      {stands && !isFinal && !isSealed && !asking && (
        <p className="flex flex-wrap gap-2 pt-1">
          <Button className="max-md:min-h-11" onClick={() => setAsking(true)}>
            Explain
          </Button>
          {severity === 'ask' && (
            <Button look="quiet" className="max-md:min-h-11" onClick={() => say('Checked')}>
              Mark as checked
            </Button>
          )}
        </p>
      )}
      {asking && stands && (
        <Explain save={(reason) => say(reason) && setAsking(false)} cancel={() => setAsking(false)} />
      )}
    </li>
  );
}

/** The regulation numbers of a source; that physics or practice says so is no use to the reader. */
function regulationsOf(source: string): string {
  const numbered = source.split('; ').filter((part) => /\d/.test(part));
  return numbered.length > 0 ? `${numbered.join('; ')}.` : '';
}

function End({ side }: { side: Side }) {
  const view = useJob();
  return (
    <JobLink href={addressOf(view, view.jobId, side.place)} className="underline underline-offset-4">
      {side.says}
    </JobLink>
  );
}

function Explain({ save, cancel }: { save: (reason: string) => void; cancel: () => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="flex flex-wrap items-center gap-2 pt-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim()) save(reason.trim());
      }}
    >
      <input
        autoFocus
        required
        aria-label="Reason"
        placeholder="Reason (printed on the document)"
        maxLength={1000}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        className="min-h-9 min-w-40 flex-1 rounded-md border border-rule-strong bg-sheet px-2 max-md:min-h-11"
      />
      <Button type="submit" className="max-md:min-h-11">
        Save explanation
      </Button>
      <Button look="quiet" className="max-md:min-h-11" onClick={cancel}>
        Cancel
      </Button>
    </form>
  );
}
