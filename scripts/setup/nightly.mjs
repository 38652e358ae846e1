// A backup each night while the application runs: the served process itself never has the owner's address.
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

const hour = 3_600_000;
const quietFrom = 2;

/** Whether a backup is due: none within a day, and it is night; by day only where there has been none for two. */
export function isBackupDue(lastMadeAt, now) {
  const age = lastMadeAt === null ? Infinity : now.getTime() - lastMadeAt;
  const isNight = now.getHours() >= quietFrom && now.getHours() < quietFrom + 3;
  return isNight ? age > 20 * hour : age > 44 * hour;
}

const lastMadeAt = (folder) => {
  const dumps = existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith('.dump')) : [];
  return dumps.length === 0 ? null : Math.max(...dumps.map((name) => statSync(join(folder, name)).mtimeMs));
};

/** Looks every so often whether a backup is due, and makes it. Answers what stops that. */
export function backUpNightly(folder, make, everyMillis = hour / 2) {
  let busy = false;
  const look = async () => {
    if (busy || !isBackupDue(lastMadeAt(folder), new Date())) return;
    busy = true;
    await make().catch(() => undefined);
    busy = false;
  };
  const timer = setInterval(look, everyMillis);
  timer.unref();
  void look();
  return () => clearInterval(timer);
}
