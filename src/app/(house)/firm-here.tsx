import type { ReactNode } from 'react';
import { FirmProvider } from '../../client/firm-provider';
import { entriesAfter } from '../../server/streams';
import { requireAsker } from '../../server/who';

/** The firm's stream, held by the browser for what is inside. */
export async function FirmHere({ children }: { children: ReactNode }) {
  const { id, firmId, roles, name, position } = await requireAsker();
  const entries = await entriesAfter({ id, firmId, roles }, 'firm', firmId, 0);
  return (
    <FirmProvider firmId={firmId} me={{ id, roles, name, position }} entries={entries ?? []}>
      {children}
    </FirmProvider>
  );
}
