import type { Metadata } from 'next';
import { ReviewStage } from '../../../../features/review/review-stage';

export const metadata: Metadata = { title: 'Review' };

export default function Page() {
  return <ReviewStage />;
}
