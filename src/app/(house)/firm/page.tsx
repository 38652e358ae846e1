import type { Metadata } from 'next';
import { FirmPage } from '../../../features/firm/firm-page';
import { FirmHere } from '../firm-here';

export const metadata: Metadata = { title: 'Company' };

export default function Firm() {
  return (
    <FirmHere>
      <FirmPage />
    </FirmHere>
  );
}
