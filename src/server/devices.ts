import 'server-only';
import { and, eq, gt, lt, lte, ne, or } from 'drizzle-orm';
import { announce, movesOf } from './announcements';
import { forFirm } from './connection';
import { jobDevice } from './schema';
import type { FirmActor } from './streams';

/** Named by its browser; anything longer is none of ours. */
export const mostDeviceName = 80;
/** A device that has a job open is heard of every twenty seconds. */
const outOfReachMillis = 60_000;
/** Longer ago than a day's work nobody waits for it. */
const rememberedMillis = 24 * 3_600_000;

const thisDevice = (jobId: string, device: string) => and(eq(jobDevice.jobId, jobId), eq(jobDevice.device, device));

/** A device has one of the firm's jobs open at this moment. */
export const deviceSeen = (actor: FirmActor, jobId: string, device: string, seenAt: Date): Promise<unknown> =>
  forFirm(actor.firmId, (tx) => {
    const row = { jobId, device, firmId: actor.firmId, person: actor.id, seenAt, gone: false };
    return tx
      .insert(jobDevice)
      .values(row)
      .onConflictDoUpdate({ target: [jobDevice.jobId, jobDevice.device], set: row });
  });

/** A device opens one of the firm's jobs: the same, and the firm is told. */
export const deviceOpened = (actor: FirmActor, jobId: string, device: string, seenAt: Date): Promise<unknown> =>
  deviceSeen(actor, jobId, device, seenAt).then(() => moved(actor));

const moved = (actor: FirmActor): Promise<unknown> =>
  forFirm(actor.firmId, (tx) => announce(tx, movesOf(actor.firmId)));

/** Its line was cut, and it was not heard of since on another: it may go on without a network. */
export const deviceGone = (actor: FirmActor, jobId: string, device: string, lastSeen: Date): Promise<unknown> =>
  forFirm(actor.firmId, (tx) =>
    tx
      .update(jobDevice)
      .set({ gone: true })
      .where(and(thisDevice(jobId, device), lte(jobDevice.seenAt, lastSeen))),
  ).then(() => moved(actor));

/** It closed the job with everything sent. */
export const deviceLeft = (actor: FirmActor, jobId: string, device: string): Promise<unknown> =>
  forFirm(actor.firmId, (tx) => tx.delete(jobDevice).where(thisDevice(jobId, device))).then(() => moved(actor));

export type DeviceAway = { readonly device: string; readonly person: string; readonly seenAt: Date };

/** Other devices that went out of reach with the job open: what they recorded since is not here. */
export const devicesAway = (actor: FirmActor, jobId: string, except: string, now: Date): Promise<DeviceAway[]> =>
  forFirm(actor.firmId, (tx) =>
    tx
      .select({ device: jobDevice.device, person: jobDevice.person, seenAt: jobDevice.seenAt })
      .from(jobDevice)
      .where(
        and(
          eq(jobDevice.jobId, jobId),
          ne(jobDevice.device, except),
          gt(jobDevice.seenAt, new Date(now.getTime() - rememberedMillis)),
          or(eq(jobDevice.gone, true), lt(jobDevice.seenAt, new Date(now.getTime() - outOfReachMillis))),
        ),
      ),
  );

/** Who has which of the firm's jobs open at this moment: people by their ids, by job. */
export async function jobsOpenNow(firmId: string, now: Date): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await forFirm(firmId, (tx) =>
    tx
      .selectDistinct({ jobId: jobDevice.jobId, person: jobDevice.person })
      .from(jobDevice)
      .where(and(eq(jobDevice.gone, false), gt(jobDevice.seenAt, new Date(now.getTime() - outOfReachMillis)))),
  );
  const open = new Map<string, string[]>();
  for (const { jobId, person } of rows) open.set(jobId, [...(open.get(jobId) ?? []), person]);
  return open;
}
