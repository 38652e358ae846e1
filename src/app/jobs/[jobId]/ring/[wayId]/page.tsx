import type { Metadata } from 'next';
import { RingBench } from '../../../../../features/ring/ring-bench';

export const metadata: Metadata = { title: 'Ring bench' };

export default async function Page({ params }: { params: Promise<{ wayId: string }> }) {
  return <RingBench wayId={(await params).wayId} />;
}
