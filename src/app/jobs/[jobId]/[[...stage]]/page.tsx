import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { z } from 'zod';
import { entriesAfter } from '../../../../db/ledger-store';
import { firmAndInstruments, peopleOf } from '../../../../db/people';
import { JobFrame } from '../../../../features/job/job-frame';
import { JobStage } from '../../../../features/job/job-stage';
import { PlaceProvider } from '../../../../features/job/place';
import { stageOf, titleOf } from '../../../../features/job/stage-address';
import { JobProvider } from '../../../../features/ledger/job-provider';
import { KeepPage } from '../../../../features/session/keep-page';
import { requireAsker } from '../../../../features/session/who';
import { testerAddress } from '../../../../features/tester/address';

type Props = {
  params: Promise<{ jobId: string; stage?: string[] }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

const pathOf = async ({ params }: Props): Promise<string> => {
  const { jobId, stage = [] } = await params;
  return ['', 'jobs', jobId, ...stage].join('/');
};

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: titleOf(stageOf(await pathOf(props)) ?? null) };
}

/** All pages of a job are this one: moving between its stages asks nothing of the server, so none of them needs the network. */
export default async function JobPage(props: Props) {
  const asker = await requireAsker();
  const path = await pathOf(props);
  const stage = stageOf(path);
  const jobId = z.uuid().safeParse((await props.params).jobId);
  const entries = jobId.success && stage !== undefined ? await entriesAfter(asker, jobId.data, 0) : null;
  if (!jobId.success || stage === undefined || !entries || entries.length === 0) notFound();
  const [people, { firm, instruments }] = await Promise.all([peopleOf(asker.firmId), firmAndInstruments(asker.firmId)]);
  const { name, address, telephone, email } = firm;
  const search = Object.entries(await props.searchParams).flatMap(([key, value]) => (typeof value === 'string' ? [[key, value]] : []));
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
      <KeepPage path={`/jobs/${jobId.data}`} />
      <PlaceProvider asked={{ stage, search: new URLSearchParams(search).toString() }}>
        <JobFrame>
          <JobStage />
        </JobFrame>
      </PlaceProvider>
    </JobProvider>
  );
}
