import type { Metadata } from 'next';
import { connection } from 'next/server';
import { ChooseView } from '../../../features/options/choose-view';
import { LinkClosed } from '../../../features/handover/link-closed';
import { offeredByLink } from '../../../server/options';
import { whoIsAsking } from '../../../server/who';

export const metadata: Metadata = { title: 'Remedial options', robots: { index: false }, referrer: 'no-referrer' };

export default async function ChoosePage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const offered = await offeredByLink(token, (await whoIsAsking()) !== null);
  return offered ? <ChooseView offered={offered} token={token} /> : <LinkClosed />;
}
