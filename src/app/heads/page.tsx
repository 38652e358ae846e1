import type { Metadata } from 'next';
import { HeadsView } from '../../features/verify/heads-view';
import { dailyHeads } from '../../server/daily-heads';

export const metadata: Metadata = { title: 'Daily heads' };

export default async function HeadsPage() {
  return <HeadsView heads={await dailyHeads()} />;
}
