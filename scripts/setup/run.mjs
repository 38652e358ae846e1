import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { Stop, root } from './state.mjs';

/** Runs a command to its end; answers its output, or throws what it said. */
export function capture(command, args, options = {}) {
  const result = spawnSync(command, args, { encoding: 'utf8', cwd: '/', ...options });
  if (result.error) throw result.error;
  if (result.status !== 0)
    throw new Stop(`${command} ${args.join(' ')} failed:\n${result.stdout}${result.stderr}`.trim());
  return result.stdout;
}

/** Runs a command to its end with its output shown; answers its exit code. */
export function show(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: 'inherit', cwd: root, ...options });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(signal ? 1 : code));
  });
}

/** What goes before a program of ours so that it ends with us, however we end; its input is to be a pipe. */
export const endsWithUs = ['--import', join(root, 'scripts', 'setup', 'ends-with-starter.mjs')];

export const bin = (name) => join(root, 'node_modules', '.bin', name);

/** Runs one of our TypeScript commands with the settings given. */
export const script = (file, args, env) =>
  show(process.execPath, ['--conditions=react-server', '--import', 'tsx', join(root, 'scripts', file), ...args], {
    env: { ...process.env, ...env },
  });
