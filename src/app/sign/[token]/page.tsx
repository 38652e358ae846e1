import type { Metadata } from 'next';
import { connection } from 'next/server';
import { LinkClosed } from '../../../features/handover/link-closed';
import { SignView } from '../../../features/handover/sign-view';
import { askedToSign } from '../../../server/links';
import { whoIsAsking } from '../../../server/who';

export const metadata: Metadata = { title: 'Your signature', robots: { index: false }, referrer: 'no-referrer' };

export default async function SignPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const asked = await askedToSign(token, (await whoIsAsking()) !== null);
  return asked ? <SignView asked={asked} token={token} /> : <LinkClosed />;
}
