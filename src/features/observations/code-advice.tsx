'use client';

import type { FindingRow } from '../../core/edition/rows';
import { useJob } from '../ledger/job-provider';

/** Typical findings that fit what is being written, with the usual code and what would raise or lower it. */
export function CodeAdvice({ item, what, choose }: { item: string | null; what: string; choose: (row: FindingRow) => void }) {
  const { pack } = useJob();
  const words = what.toLowerCase().split(/\W+/).filter((word) => word.length > 3);
  const scored = pack.findings
    .map((row) => ({ row, score: words.filter((word) => row.finding.toLowerCase().includes(word)).length + (item !== null && row.item === item ? 2 : 0) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score)
    .slice(0, 4);
  const chosen = pack.findings.find((row) => row.finding === what);
  if (chosen) return <Reasoning row={chosen} />;
  if (scored.length === 0) return <p className="text-sm text-faint">Choose an item or begin to write, and typical findings with their usual code appear here.</p>;
  return (
    <ul aria-label="Typical findings" className="border-y border-rule text-sm">
      {scored.map(({ row }) => (
        <li key={row.finding}>
          <button type="button" className="w-full px-1 py-1 text-left hover:bg-hover" onClick={() => choose(row)}>
            <strong>{row.usual}</strong> {row.finding}
          </button>
        </li>
      ))}
    </ul>
  );
}

function Reasoning({ row }: { row: FindingRow }) {
  return (
    <dl className="grid grid-cols-[4.5rem_1fr] gap-x-2 border-y border-rule py-1 text-sm">
      <dt className="text-faint">Usually</dt>
      <dd className="font-semibold">{row.usual}</dd>
      {row.raises && (
        <>
          <dt className="text-faint">Graver</dt>
          <dd>{row.raises}</dd>
        </>
      )}
      {row.lowers && (
        <>
          <dt className="text-faint">Milder</dt>
          <dd>{row.lowers}</dd>
        </>
      )}
      {row.note && (
        <>
          <dt className="text-faint">Note</dt>
          <dd>{row.note}</dd>
        </>
      )}
      <dt className="text-faint">You</dt>
      <dd>decide: the code is yours.</dd>
    </dl>
  );
}
