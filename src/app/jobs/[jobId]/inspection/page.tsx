import type { Metadata } from 'next';
import { InspectionStage } from '../../../../features/inspection/inspection-stage';

export const metadata: Metadata = { title: 'Inspection' };

export default function Page() {
  return <InspectionStage />;
}
