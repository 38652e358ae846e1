import type { Metadata } from 'next';
import { supervises } from '../../../../core/ledger/actor';
import { CopiesView } from '../../../../features/firm/copies-view';
import { copiesOf } from '../../../../server/keeping';
import { requireAsker } from '../../../../server/who';

export const metadata: Metadata = { title: 'Retention' };

export default async function CopiesPage() {
  const asker = await requireAsker();
  return <CopiesView copies={await copiesOf(asker.firmId, new Date())} mayRemove={supervises(asker)} />;
}
