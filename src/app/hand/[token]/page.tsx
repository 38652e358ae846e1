import type { Metadata } from 'next';
import { connection } from 'next/server';
import { HandView } from '../../../features/handover/hand-view';
import { LinkClosed } from '../../../features/handover/link-closed';
import { toldByCode } from '../../../server/links';

export const metadata: Metadata = { title: 'At the board', robots: { index: false }, referrer: 'no-referrer' };

export default async function HandPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const told = await toldByCode(token);
  return told ? <HandView token={token} first={told} /> : <LinkClosed />;
}
