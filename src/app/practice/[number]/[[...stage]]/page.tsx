import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { KeepPage } from '../../../../client/keep-page';
import { PaperPage } from '../../../../features/practice/paper-page';
import { JobStage } from '../../../../features/stages/job-stage';
import { JobFrame } from '../../../../features/workspace/job-frame';
import { PlaceProvider } from '../../../../features/workspace/place';
import { stageOf, titleOf } from '../../../../features/workspace/stage-address';

type Props = {
  params: Promise<{ number: string; stage?: string[] }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

const pathOf = async ({ params }: Props): Promise<string> => {
  const { number, stage = [] } = await params;
  return ['', 'practice', number, ...stage].join('/');
};

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: `Practice: ${titleOf(stageOf(await pathOf(props)) ?? null)}` };
}

/** The paper of a practice house: the pages of a job, on a stream that no server has. */
export default async function PracticePaper(props: Props) {
  const { number } = await props.params;
  const stage = stageOf(await pathOf(props));
  if (stage === undefined) notFound();
  const search = Object.entries(await props.searchParams).flatMap(([key, value]) =>
    typeof value === 'string' ? [[key, value]] : [],
  );
  return (
    <>
      <KeepPage path={`/practice/${number}`} />
      <PaperPage number={number}>
        <PlaceProvider asked={{ stage, search: new URLSearchParams(search).toString() }}>
          <JobFrame>
            <JobStage />
          </JobFrame>
        </PlaceProvider>
      </PaperPage>
    </>
  );
}
