import type { Metadata } from 'next';
import { IsolationStage } from '../../../../features/isolation/isolation-stage';

export const metadata: Metadata = { title: 'Isolation' };

export default function Page() {
  return <IsolationStage />;
}
