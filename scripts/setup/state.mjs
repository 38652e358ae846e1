// What this checkout remembers between commands: in .local/, which git ignores.
import { createHash, generateKeyPairSync, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
export const local = join(root, '.local');

export function remember(name, value) {
  mkdirSync(local, { recursive: true, mode: 0o700 });
  writeFileSync(join(local, `${name}.json`), JSON.stringify(value, null, 2), { mode: 0o600 });
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
  if (kept?.head) return kept;
  const { privateKey } = generateKeyPairSync('ed25519');
  const head = privateKey.export({ format: 'der', type: 'pkcs8' }).toString('base64');
  const made = { owner: secret(), application: secret(), session: secret() + secret() };
  return remember('secrets', { ...made, ...kept, head });
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

/** Holds a lock of this checkout while `work` runs; a lock left by a process that is gone is taken over. */
export async function locked(work, name = 'lock') {
  const path = join(local, name);
  mkdirSync(local, { recursive: true, mode: 0o700 });
  for (let waited = 0; ; waited += 1) {
    try {
      writeFileSync(path, String(process.pid), { flag: 'wx' });
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const holder = Number(readFileSync(path, 'utf8'));
      if (holder && !alive(holder)) rmSync(path, { force: true });
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
