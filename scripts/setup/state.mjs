// What this checkout remembers between commands: in .local/, which git ignores.
import { createHash, generateKeyPairSync, randomBytes } from 'node:crypto';
import {
  existsSync,
  linkSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
export const local = join(root, '.local');

/** Writes a file of .local whole: a process killed while it writes leaves what stood there before. */
function writeWhole(name, text, put) {
  mkdirSync(local, { recursive: true, mode: 0o700 });
  const fresh = join(local, `.${name}.${process.pid}`);
  writeFileSync(fresh, text, { mode: 0o600 });
  try {
    put(fresh, join(local, name));
  } finally {
    rmSync(fresh, { force: true });
  }
}

export function remember(name, value) {
  writeWhole(`${name}.json`, JSON.stringify(value, null, 2), renameSync);
  return value;
}

export function recall(name) {
  try {
    return JSON.parse(readFileSync(join(local, `${name}.json`), 'utf8'));
  } catch {
    return null;
  }
}

/** Secrets are made here once and never leave .local. */
export function secrets() {
  const secret = () => randomBytes(24).toString('hex');
  const kept = recall('secrets');
  if (kept?.head && kept.signing) return kept;
  const key = (...of) =>
    generateKeyPairSync(...of)
      .privateKey.export({ format: 'der', type: 'pkcs8' })
      .toString('base64');
  const keys = { head: key('ed25519'), signing: key('ec', { namedCurve: 'P-256' }) };
  const made = { owner: secret(), application: secret(), session: secret() + secret() };
  return remember('secrets', { ...made, ...keys, ...kept });
}

export const say = (line) => process.stdout.write(`${line}\n`);

/** Ends the command with what went wrong and what to do. */
export class Stop extends Error {}

/** One hash over files and folders: changes when any source does. */
export function hashOf(paths) {
  const hash = createHash('sha256');
  const walk = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort())
        if (!name.endsWith('.test.ts') && !name.endsWith('.test.tsx')) walk(join(path, name));
    } else {
      hash.update(path.slice(root.length)).update('\0').update(readFileSync(path)).update('\0');
    }
  };
  paths.forEach((path) => walk(join(root, path)));
  return hash.digest('hex');
}

const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
};

/** When a process began, where the system tells: its number may be another's after the machine was switched off. */
const beganAt = (pid) => {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ')[19];
  } catch {
    return '';
  }
};
const ownMark = () => `${process.pid} ${beganAt(process.pid)}`;

/** The process that holds a lock; null where it is gone, or the lock is none. */
function holderOf(path) {
  const [pid, began] = existsSync(path) ? readFileSync(path, 'utf8').split(' ') : [];
  return Number(pid) && alive(Number(pid)) && (!began || began === beganAt(pid)) ? Number(pid) : null;
}

/** Holds a lock of this checkout while `work` runs; a lock left by a process that is gone is taken over. */
export async function locked(work, name = 'lock') {
  const path = join(local, name);
  for (let waited = 0; ; waited += 1) {
    try {
      writeWhole(name, ownMark(), linkSync);
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const holder = holderOf(path);
      if (holder === null) rmSync(path, { force: true });
      else if (waited === 0) say(`Waiting for another command of this checkout (process ${holder}).`);
      else if (waited > 1200)
        throw new Stop(`Process ${holder} has held ${path} for ten minutes. End it, then try again.`);
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
  try {
    return await work();
  } finally {
    rmSync(path, { force: true });
  }
}

/** Registers this process as a user of the database server; `leave` says whether it was the last. */
export function registerUser(name = 'users') {
  const folder = join(local, name);
  mkdirSync(folder, { recursive: true });
  const mine = join(folder, String(process.pid));
  writeFileSync(mine, '');
  return {
    leave() {
      rmSync(mine, { force: true });
      const others = readdirSync(folder).filter((pid) => {
        if (alive(Number(pid))) return true;
        rmSync(join(folder, pid), { force: true });
        return false;
      });
      return others.length === 0;
    },
  };
}
