import type { Metadata } from 'next';
import { ObservationsStage } from '../../../../features/observations/observations-stage';

export const metadata: Metadata = { title: 'Findings' };

export default function Page() {
  return <ObservationsStage />;
}
