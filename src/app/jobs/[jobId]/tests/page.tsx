import type { Metadata } from 'next';
import { Suspense } from 'react';
import { DeadTestsStage } from '../../../../features/tests/dead-tests-stage';

export const metadata: Metadata = { title: 'Dead tests' };

export default function Page() {
  return (
    <Suspense>
      <DeadTestsStage />
    </Suspense>
  );
}
