import type { Metadata } from 'next';
import { AsItHappens } from '../../client/as-it-happens';
import { KeepPage } from '../../client/keep-page';
import { visitsOn } from '../../core/firm/day-plan';
import { type FirmState, instrumentsInUse } from '../../core/firm/firm';
import { Desk, type VisitToday } from '../../features/jobs/desk';
import { type FirstStep, FirstSteps } from '../../features/jobs/first-steps';
import { LookedOver } from '../../features/jobs/looked-over';
import { JobList } from '../../features/jobs/job-list';
import { jobsOpenNow } from '../../server/devices';
import { dueBy } from '../../server/due';
import { firmState } from '../../server/people';
import { listJobs } from '../../server/list-jobs';
import { daysFrom } from '../../server/today';
import { waitingOn } from '../../server/waiting';
import { requireAsker } from '../../server/who';
import { OpenJobHere } from './open-job-here';

export const metadata: Metadata = { title: 'Jobs' };

const soonDays = 28;

export default async function JobsPage() {
  const { id, firmId } = await requireAsker();
  const today = daysFrom(0);
  const now = new Date();
  const [jobs, firm, due, waiting, open] = await Promise.all([
    listJobs(firmId),
    firmState(firmId),
    dueBy(firmId, daysFrom(soonDays), today),
    waitingOn(firmId),
    jobsOpenNow(firmId, now),
  ]);
  const visits = visitsToday(firm, today, id);
  return (
    <>
      <KeepPage path="/" />
      <AsItHappens readAt={now.getTime()} />
      <div className="flex items-center justify-between pt-4">
        <h1 className="text-2xl">Jobs</h1>
        <OpenJobHere firm={firm} />
      </div>
      {(jobs.length === 0 || firm.instruments.size === 0) && <FirstSteps steps={firstSteps(firm, jobs.length > 0)} />}
      <Desk today={today} visits={visits} waiting={waiting} due={due}>
        <LookedOver instruments={toLookOver(firm)} lookedAt={lookedAt(firm, today)} />
      </Desk>
      <JobList jobs={jobs} leads={!visits.some(({ jobId }) => jobId)} openWith={named(firm, open)} />
    </>
  );
}

const named = (firm: FirmState, open: ReadonlyMap<string, readonly string[]>) =>
  new Map([...open].map(([jobId, people]) => [jobId, people.map((each) => firm.people.get(each)?.name ?? 'someone')]));

const firstSteps = (firm: FirmState, hasJob: boolean): readonly FirstStep[] => [
  {
    says: 'Add your test instrument',
    why: 'Make, serial number and calibration. Every reading names it.',
    href: '/firm#instruments',
    isDone: firm.instruments.size > 0,
  },
  {
    says: 'Check company details and add your logo',
    why: 'They are printed on every document.',
    href: '/firm#particulars',
    isDone: Boolean(firm.particulars.logo),
  },
  {
    says: 'Create your first job',
    why: 'Choose the type of work; the right document is proposed.',
    href: '#new-job',
    isDone: hasJob,
  },
];

const toLookOver = (firm: FirmState) =>
  instrumentsInUse(firm)
    .filter(({ sort }) => sort === 'multifunction tester' || sort === 'voltage indicator')
    .map(({ id, name, serial }) => ({ id, name, serial }));

const clock = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', hour: '2-digit', minute: '2-digit' });

/** When somebody looked over the instruments of the day; null while nobody did. */
function lookedAt(firm: FirmState, today: string): string | null {
  const look = firm.looks.findLast(({ on, sound }) => on === today && sound);
  return look ? clock.format(new Date(look.at)) : null;
}

/** Where somebody is to be today, with how to get in. */
const visitsToday = (firm: FirmState, today: string, personId: string): VisitToday[] =>
  visitsOn(firm, today, personId).map(({ id, at, minutes, what, jobId, contact, latest, installationId }) => {
    const place = installationId ? firm.installations.get(installationId) : undefined;
    return {
      id,
      at,
      minutes,
      what,
      jobId,
      contact,
      latest,
      address: place?.address ?? '',
      access: place?.access ?? '',
    };
  });
