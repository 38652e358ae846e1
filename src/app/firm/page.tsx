import type { Metadata } from 'next';
import { FirmProvider } from '../../client/firm-provider';
import { FirmPage } from '../../features/firm/firm-page';
import { entriesAfter } from '../../server/streams';
import { requireAsker } from '../../server/who';

export const metadata: Metadata = { title: 'The firm' };

export default async function Firm() {
  const { id, firmId, roles, name, position } = await requireAsker();
  const entries = await entriesAfter({ id, firmId, roles }, 'firm', firmId, 0);
  return (
    <FirmProvider firmId={firmId} me={{ id, roles, name, position }} entries={entries ?? []}>
      <FirmPage />
    </FirmProvider>
  );
}
