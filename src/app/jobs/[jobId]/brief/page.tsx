import type { Metadata } from 'next';
import { BriefStage } from '../../../../features/brief/brief-stage';

export const metadata: Metadata = { title: 'Brief' };

export default function Page() {
  return <BriefStage />;
}
