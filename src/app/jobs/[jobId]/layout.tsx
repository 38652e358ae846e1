import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { z } from 'zod';
import { entriesAfter } from '../../../db/ledger-store';
import { firmAndInstruments, peopleOf } from '../../../db/people';
import { JobFrame } from '../../../features/job/job-frame';
import { JobProvider } from '../../../features/ledger/job-provider';
import { requireAsker } from '../../../features/session/who';
import { testerAddress } from '../../../features/tester/address';

export default async function JobLayout({ children, params }: { children: ReactNode; params: Promise<{ jobId: string }> }) {
  const asker = await requireAsker();
  const jobId = z.uuid().safeParse((await params).jobId);
  const entries = jobId.success ? await entriesAfter(asker, jobId.data, 0) : null;
  if (!jobId.success || !entries || entries.length === 0) notFound();
  const [people, { firm, instruments }] = await Promise.all([peopleOf(asker.firmId), firmAndInstruments(asker.firmId)]);
  const { name, address, telephone, email } = firm;
  return (
    <JobProvider
      jobId={jobId.data}
      entries={entries}
      me={{ id: asker.id, roles: asker.roles, name: asker.name, position: asker.position }}
      firm={{ name, address, telephone, email }}
      people={people}
      instruments={instruments}
      testerUrl={testerAddress()}
    >
      <JobFrame>{children}</JobFrame>
    </JobProvider>
  );
}
