import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { InstallationPage } from '../../../../features/clients/installation-page';
import { bareAddress } from '../../../../core/firm/kinds/installation';
import { neighboursOf } from '../../../../server/neighbours';
import { visitsTo } from '../../../../server/installations';
import { firmState } from '../../../../server/people';
import { requireAsker } from '../../../../server/who';
import { OpenJobHere } from '../../open-job-here';
import { FirmHere } from '../../firm-here';

export const metadata: Metadata = { title: 'Installation' };

export default async function Installation({ params }: { params: Promise<{ installationId: string }> }) {
  const { firmId } = await requireAsker();
  const { installationId } = await params;
  const firm = await firmState(firmId);
  const installation = firm.installations.get(installationId);
  if (!installation) notFound();
  return (
    <FirmHere>
      <InstallationPage
        installationId={installationId}
        neighbours={await neighboursOf(firmId, installation.address, bareAddress(installation.address))}
        visits={await visitsTo(firmId, installationId, installation.address)}
      >
        <OpenJobHere firm={firm} installation={installation} />
      </InstallationPage>
    </FirmHere>
  );
}
