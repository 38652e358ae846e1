import type { Metadata } from 'next';
import * as z from 'zod';
import { DiaryPage } from '../../../features/diary/diary-page';
import { jobsDone, jobsOpen } from '../../../server/list-jobs';
import { daysFrom } from '../../../server/today';
import { requireAsker } from '../../../server/who';
import { KeepPage } from '../../../client/keep-page';
import { FirmHere } from '../firm-here';

export const metadata: Metadata = { title: 'Diary' };

const asked = z.object({ week: z.iso.date().optional().catch(undefined) });

export default async function Diary({ searchParams }: { searchParams: Promise<unknown> }) {
  const { firmId } = await requireAsker();
  const today = daysFrom(0);
  const { week = null } = asked.parse(await searchParams);
  const [jobs, past] = await Promise.all([jobsOpen(firmId), jobsDone(firmId)]);
  return (
    <FirmHere>
      <KeepPage path="/diary" />
      <DiaryPage key={week ?? today} week={week} today={today} jobs={jobs} past={past} />
    </FirmHere>
  );
}
