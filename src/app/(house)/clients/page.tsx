import type { Metadata } from 'next';
import { ClientList } from '../../../features/clients/client-list';
import { latestVisits } from '../../../server/installations';
import { FirmHere } from '../firm-here';
import { requireAsker } from '../../../server/who';

export const metadata: Metadata = { title: 'Clients' };

export default async function ClientsPage() {
  const { firmId } = await requireAsker();
  const { visits, atNone } = await latestVisits(firmId);
  return (
    <FirmHere>
      <ClientList visits={visits} atNone={atNone} />
    </FirmHere>
  );
}
