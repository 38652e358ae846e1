import { defaultEditionId } from '../../core/edition/editions';
import type { FirmState } from '../../core/firm/firm';
import type { Installation } from '../../core/firm/kinds/installation';
import { NewJob } from '../../features/jobs/new-job';

/** Opens a job, at an installation where one is named. */
export function OpenJobHere({
  firm,
  installation,
}: {
  readonly firm: FirmState;
  readonly installation?: Installation;
}) {
  const own = [...firm.editions.values()].map(({ editionId, title }) => ({ value: editionId, label: title }));
  const client = installation?.clientId ? firm.clients.get(installation.clientId)?.name : '';
  return (
    <NewJob
      usual={firm.defaults.edition ?? defaultEditionId}
      own={own}
      at={
        installation && {
          address: installation.address.split('\n').join(', '),
          premises: installation.premises,
          client: client ?? '',
        }
      }
    />
  );
}
