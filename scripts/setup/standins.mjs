// What stands in for things outside: processes of their own beside the application, which end with the one that started them.
import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { join } from 'node:path';
import { endsWithUs } from './run.mjs';
import { Stop, root } from './state.mjs';

/** Starts a stand-in; answers the line it says for itself and how to end it. */
async function start(name, what, settings) {
  const child = spawn(process.execPath, [...endsWithUs, '--import', 'tsx', join(root, 'scripts', name)], {
    cwd: root,
    env: { ...process.env, ...settings },
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  const line = await new Promise((resolve, reject) => {
    createInterface({ input: child.stdout }).once('line', resolve);
    child.once('exit', () => reject(new Stop(`${what} did not start.`)));
  });
  const stop = () =>
    new Promise((resolve) => {
      if (child.exitCode !== null) return resolve();
      child.once('exit', resolve);
      child.kill('SIGTERM');
    });
  return { line, stop };
}

/** The simulated tester, for pages at `baseUrl`. */
export async function startTester(baseUrl, settings = {}) {
  const { line, stop } = await start('tester.ts', 'The simulated tester', { APP_URL: baseUrl, ...settings });
  return { url: line, stop };
}

/** The post office, which lays what arrives into a folder and shows it on a page. */
export async function startPostOffice(folder) {
  const { line, stop } = await start('post-office.ts', 'The stand-in post office', { POST_FOLDER: folder });
  const [smtpUrl, pageUrl] = line.split(' ');
  return { smtpUrl, pageUrl, stop };
}

/** The desk that takes notices of notifiable work. */
export async function startNoticeDesk() {
  const { line, stop } = await start('notice-desk.ts', 'The stand-in desk for notices', {});
  return { url: line, stop };
}
