import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { doubtsOf } from '../../../../../core/firm/accuracy';
import { InstrumentPage } from '../../../../../features/instruments/instrument-page';
import { leaningOn } from '../../../../../server/instruments';
import { firmState } from '../../../../../server/people';
import { daysFrom } from '../../../../../server/today';
import { requireAsker } from '../../../../../server/who';
import { FirmHere } from '../../../firm-here';

export const metadata: Metadata = { title: 'Instrument' };

export default async function Instrument({ params }: { params: Promise<{ instrumentId: string }> }) {
  const { firmId } = await requireAsker();
  const { instrumentId } = await params;
  const firm = await firmState(firmId);
  if (!firm.instruments.has(instrumentId)) notFound();
  return (
    <FirmHere>
      <InstrumentPage
        instrumentId={instrumentId}
        today={daysFrom(0)}
        leaning={await leaningOn(firmId, doubtsOf(firm, instrumentId))}
      />
    </FirmHere>
  );
}
