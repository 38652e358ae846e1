import type { Metadata } from 'next';
import { connection } from 'next/server';
import { LinkClosed, LinkIsTheirs } from '../../../features/handover/link-closed';
import { SignView } from '../../../features/handover/sign-view';
import { askedToSign, openLink } from '../../../server/links';
import { whoIsAsking } from '../../../server/who';

export const metadata: Metadata = { title: 'Your signature', robots: { index: false }, referrer: 'no-referrer' };

export default async function SignPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const asker = await whoIsAsking();
  const asked = await askedToSign(token, asker?.firmId ?? null);
  if (asked) return <SignView asked={asked} token={token} />;
  return asker && (await openLink(token, 'sign'))?.firmId === asker.firmId ? <LinkIsTheirs /> : <LinkClosed />;
}
