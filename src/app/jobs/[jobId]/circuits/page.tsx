import type { Metadata } from 'next';
import { CircuitsStage } from '../../../../features/circuits/circuits-stage';

export const metadata: Metadata = { title: 'Circuits' };

export default function Page() {
  return <CircuitsStage />;
}
