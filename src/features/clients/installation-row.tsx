import Link from 'next/link';
import type { Installation } from '../../core/firm/kinds/installation';
import { showDay } from '../../core/words/day';
import type { LatestVisit } from '../../server/installations';

const oneLine = (address: string): string => address.split('\n').join(', ');

/** One installation in a list: where it is, what was last done there, and when it is due again. */
export function InstallationRow({
  installation,
  visit,
}: {
  readonly installation: Installation;
  readonly visit: LatestVisit | null;
}) {
  return (
    <li className="relative grid gap-x-4 border-b border-rule py-2 hover:bg-hover md:grid-cols-[1fr_13rem_10.5rem]">
      <span>
        <Link href={`/installations/${installation.id}`} className="after:absolute after:inset-0">
          {oneLine(installation.address)}
        </Link>
        {installation.premises && <span className="block text-sm text-faint">{installation.premises}</span>}
      </span>
      <span className="text-sm">
        {visit ? (
          <>
            {visit.document} {visit.documentNumber ?? visit.reference}
            <span className="block text-faint">
              {visit.inspectedOn ? showDay(visit.inspectedOn) : 'no date yet'}, {visit.status}
            </span>
          </>
        ) : (
          <span className="text-faint">not visited yet</span>
        )}
      </span>
      <span className="text-sm">{visit?.dueOn && <>due {showDay(visit.dueOn)}</>}</span>
    </li>
  );
}
