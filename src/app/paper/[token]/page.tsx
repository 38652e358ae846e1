import type { Metadata } from 'next';
import { connection } from 'next/server';
import { ClientView } from '../../../features/handover/client-view';
import { LinkClosed } from '../../../features/handover/link-closed';
import { readByLink } from '../../../server/links';
import { whoIsAsking } from '../../../server/who';

export const metadata: Metadata = { title: 'Your document', robots: { index: false }, referrer: 'no-referrer' };

export default async function PaperPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const read = await readByLink(token, (await whoIsAsking()) !== null);
  return read ? <ClientView {...read} token={token} /> : <LinkClosed />;
}
