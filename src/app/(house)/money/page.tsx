import type { Metadata } from 'next';
import { MoneyPage } from '../../../features/money/money-page';
import { jobsToPrice } from '../../../server/list-jobs';
import { requireAsker } from '../../../server/who';
import { FirmHere } from '../firm-here';

export const metadata: Metadata = { title: 'Earnings' };

export default async function Money() {
  const { firmId } = await requireAsker();
  return (
    <FirmHere>
      <MoneyPage jobs={await jobsToPrice(firmId)} />
    </FirmHere>
  );
}
