import type { Metadata } from 'next';
import { connection } from 'next/server';
import { AskView } from '../../../features/handover/ask-view';
import { LinkClosed } from '../../../features/handover/link-closed';
import { askedByLink } from '../../../server/questions';
import { whoIsAsking } from '../../../server/who';

export const metadata: Metadata = { title: 'A question', robots: { index: false }, referrer: 'no-referrer' };

export default async function AskPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const asked = await askedByLink(token, (await whoIsAsking()) !== null);
  return asked ? <AskView asked={asked} token={token} /> : <LinkClosed />;
}
