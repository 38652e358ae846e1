import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import * as z from 'zod';
import { type FirmState, instrumentsInUse } from '../../../../core/firm/firm';
import { objectionTo } from '../../../../core/firm/accuracy';
import { allDoubts } from '../../../../server/instruments';
import type { Visit } from '../../../../core/firm/kinds/visit';
import { daysFrom } from '../../../../server/today';
import { firmParticulars, firmState, namesOf } from '../../../../server/people';
import { rememberedOf } from '../../../../server/remembered';
import { entriesAfter } from '../../../../server/streams';
import { JobFrame } from '../../../../features/workspace/job-frame';
import { JobStage } from '../../../../features/stages/job-stage';
import { PlaceProvider } from '../../../../features/workspace/place';
import { stageOf, titleOf } from '../../../../features/workspace/stage-address';
import { JobProvider } from '../../../../client/job-provider';
import { KeepPage } from '../../../../client/keep-page';
import { requireAsker } from '../../../../server/who';
import { testerAddress } from '../../../../server/tester-address';

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

/** What the diary says of being at a job today. */
function visitOf(firm: FirmState, jobId: string): Pick<Visit, 'latest' | 'parkMinutes'> | null {
  const today = daysFrom(0);
  const visit = [...firm.visits.values()].find(
    (each) => each.jobId === jobId && each.day === today && each.cancelled === null,
  );
  return visit ? { latest: visit.latest, parkMinutes: visit.parkMinutes } : null;
}

/** All pages of a job are this one: moving between its stages asks nothing of the server, so none of them needs the network. */
export default async function JobPage(props: Props) {
  const asker = await requireAsker();
  const path = await pathOf(props);
  const stage = stageOf(path);
  const jobId = z.uuid().safeParse((await props.params).jobId);
  const entries = jobId.success && stage !== undefined ? await entriesAfter(asker, 'job', jobId.data, 0) : null;
  if (!jobId.success || stage === undefined || !entries || entries.length === 0) notFound();
  const [firm, particulars, remembered] = await Promise.all([
    firmState(asker.firmId),
    firmParticulars(asker.firmId),
    rememberedOf(asker, jobId.data),
  ]);
  const today = daysFrom(0);
  const search = Object.entries(await props.searchParams).flatMap(([key, value]) =>
    typeof value === 'string' ? [[key, value]] : [],
  );
  return (
    <JobProvider
      jobId={jobId.data}
      entries={JSON.stringify(entries)}
      me={{ id: asker.id, roles: asker.roles, name: asker.name, position: asker.position }}
      firm={{ ...particulars, logo: '' }}
      people={namesOf(firm)}
      instruments={instrumentsInUse(firm).map(({ id, name, serial, calibratedOn }) => ({
        id,
        name,
        serial,
        calibratedOn,
        accuracy: firm.accuracies.get(id),
        objection: objectionTo(firm, id, today),
      }))}
      doubts={allDoubts(firm)}
      missed={[...firm.missed.values()]}
      remembered={remembered}
      testerUrl={testerAddress()}
      cardNotes={[...firm.cards.values()]}
      visit={visitOf(firm, jobId.data)}
      prices={{ hourPence: firm.defaults.hourPence ?? null, own: [...firm.prices.values()] }}
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
