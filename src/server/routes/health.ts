import 'server-only';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { env } from '../../env';
import { isDatabaseThere } from '../connection';
import { printingWaits } from '../printing';
import { wasFull } from '../trouble';

/** When the newest backup was laid down, or null: where no folder is named there is none to tell of. */
async function lastBackup(): Promise<string | null> {
  const folder = env().BACKUP_FOLDER;
  const newest =
    folder &&
    (await readdir(folder).catch(() => []))
      .filter((name) => name.endsWith('.dump'))
      .sort()
      .at(-1);
  return newest ? (await stat(join(folder, newest))).mtime.toISOString() : null;
}

/** Whether this process can serve, for whatever watches over it: open to all, and says nothing of anybody. */
export async function getHealth(): Promise<Response> {
  const [database, backup] = await Promise.all([isDatabaseThere(), lastBackup().catch(() => null)]);
  return Response.json(
    {
      ready: database,
      database: database ? 'answers' : 'does not answer',
      disk: wasFull() ? 'full within the last minute' : 'has room',
      printing: printingWaits(),
      lastBackup: backup,
    },
    { status: database ? 200 : 503, headers: { 'Cache-Control': 'no-store' } },
  );
}
