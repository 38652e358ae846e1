// The simulated tester beside the application: a process of its own, which ends with the one that started it.
import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { join } from 'node:path';
import { Stop, root } from './state.mjs';

/** Starts the tester for pages at `baseUrl`; answers its address and how to end it. */
export async function startTester(baseUrl, settings = {}) {
  const child = spawn(process.execPath, ['--import', 'tsx', join(root, 'scripts', 'tester.ts')], {
    cwd: root,
    env: { ...process.env, APP_URL: baseUrl, ...settings },
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve, reject) => {
    createInterface({ input: child.stdout }).once('line', resolve);
    child.once('exit', () => reject(new Stop('The simulated tester did not start.')));
  });
  const stop = () =>
    new Promise((resolve) => {
      if (child.exitCode !== null) return resolve();
      child.once('exit', resolve);
      child.kill('SIGTERM');
    });
  return { url, stop };
}
