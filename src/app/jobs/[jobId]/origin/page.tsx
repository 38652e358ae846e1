import type { Metadata } from 'next';
import { OriginStage } from '../../../../features/origin/origin-stage';

export const metadata: Metadata = { title: 'Origin' };

export default function Page() {
  return <OriginStage />;
}
