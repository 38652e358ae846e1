import 'server-only';
import { and, asc, eq, gt, inArray, isNull } from 'drizzle-orm';
import { forFirmSettled } from './projections/settle';
import { jobSummary, link } from './schema';

/** Somebody outside the firm who has been asked for something and has not answered. */
export type Waiting = {
  readonly id: string;
  readonly name: string;
  readonly purpose: 'sign' | 'ask' | 'choose';
  readonly since: string;
  readonly opened: boolean;
  readonly problem: string | null;
  readonly jobId: string;
  readonly reference: string;
  readonly siteAddress: string;
};

const mostShown = 20;
const waitedFor = ['sign', 'ask', 'choose'] as const;

/** Whom the firm waits on, the longest first. */
export async function waitingOn(firmId: string): Promise<Waiting[]> {
  const rows = await forFirmSettled(firmId, (tx) =>
    tx
      .select({
        id: link.id,
        name: link.name,
        purpose: link.purpose,
        madeAt: link.madeAt,
        openedAt: link.openedAt,
        problem: link.problem,
        jobId: jobSummary.jobId,
        reference: jobSummary.reference,
        siteAddress: jobSummary.siteAddress,
      })
      .from(link)
      .innerJoin(jobSummary, eq(link.jobId, jobSummary.jobId))
      .where(
        and(
          inArray(link.purpose, [...waitedFor]),
          isNull(link.usedAt),
          isNull(link.withdrawnAt),
          gt(link.expiresAt, new Date()),
        ),
      )
      .orderBy(asc(link.madeAt))
      .limit(mostShown),
  );
  return rows.map(({ madeAt, openedAt, purpose, ...row }) => ({
    ...row,
    purpose: purpose as Waiting['purpose'],
    since: madeAt.toISOString(),
    opened: openedAt !== null,
  }));
}
