import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { ClientPage } from '../../../../features/clients/client-page';
import { latestVisits } from '../../../../server/installations';
import { firmState } from '../../../../server/people';
import { requireAsker } from '../../../../server/who';
import { FirmHere } from '../../firm-here';

export const metadata: Metadata = { title: 'Client' };

export default async function Client({ params }: { params: Promise<{ clientId: string }> }) {
  const { firmId } = await requireAsker();
  const [{ clientId }, { visits }, firm] = await Promise.all([params, latestVisits(firmId), firmState(firmId)]);
  if (!firm.clients.has(clientId)) notFound();
  return (
    <FirmHere>
      <ClientPage clientId={clientId} visits={visits} />
    </FirmHere>
  );
}
