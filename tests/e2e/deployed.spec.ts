import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from '../../scripts/setup/browser.mjs';
import { freePort } from '../../scripts/setup/postgres.mjs';
import { type Served, serveDemo } from '../../scripts/setup/serve.mjs';
import { entriesOf, expect, fill, openJob, sendNow, settled, test } from './ledger-page';

let folder: string;
let app: Served;
let second: { baseUrl: string; pid: number };
let proxy: ChildProcess;
let address: string;

const run = (command: string, args: string[]) => {
  const { status, stderr } = spawnSync(command, args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
};

/** The proxy as it is published, on a port and a certificate of the test's own. */
test.beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ledger-proxy-'));
  chmodSync(folder, 0o777);
  const [key, certificate] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
  const subject = ['-subj', '/CN=127.0.0.1', '-addext', 'subjectAltName=IP:127.0.0.1'];
  run('openssl', [
    'req',
    '-x509',
    '-newkey',
    'rsa:2048',
    '-nodes',
    '-days',
    '2',
    ...subject,
    '-keyout',
    key,
    '-out',
    certificate,
  ]);
  const port = String(await freePort());
  address = `https://127.0.0.1:${port}`;
  app = await serveDemo('deployed', { appUrl: address, more: { TRUSTED_PROXIES: '127.0.0.1' } });
  second = await app.another();
  const kept = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    (each) => `${each}_temp_path ${folder}/${each};`,
  );
  const conf = readFileSync('deploy/nginx.conf', 'utf8')
    .replace('/run/orange-ledger-nginx.pid', join(folder, 'pid'))
    .replace('stderr warn', `${join(folder, 'error.log')} warn`)
    .replace('127.0.0.1:3001', new URL(app.baseUrl).host)
    .replace('127.0.0.1:3002', new URL(second.baseUrl).host)
    .replace('listen 443 ssl', `listen 127.0.0.1:${port} ssl`)
    .replace('/etc/ssl/ledger.example.pem', certificate)
    .replace('/etc/ssl/ledger.example.key', key)
    .replace('access_log off;', `access_log off;\n${kept.join('\n')}`);
  writeFileSync(join(folder, 'nginx.conf'), conf);
  proxy = spawn('nginx', ['-c', join(folder, 'nginx.conf'), '-g', 'daemon off;'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  await expect.poll(() => existsSync(join(folder, 'pid'))).toBe(true);
});
test.afterAll(async () => {
  proxy?.kill('SIGTERM');
  await app?.stop();
  if (folder) rmSync(folder, { recursive: true, force: true });
});

test('a job goes through two processes behind TLS, without the network and back, while one and then the other is killed', async () => {
  // A certificate nobody signed: a browser keeps pages of such a place only when told not to mind.
  const browser = await chromium.launch({ ...launch, args: [...(launch.args ?? []), '--ignore-certificate-errors'] });
  const context = await browser.newContext({
    baseURL: address,
    ignoreHTTPSErrors: true,
    serviceWorkers: 'allow',
    locale: 'en-GB',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  try {
    const front = await page.goto('/sign-in');
    expect(front?.headers()['strict-transport-security']).toContain('max-age=');
    await page.getByLabel('E-mail').fill(app.demo.people[0]?.email ?? '');
    await page.getByLabel('Password').fill(app.demo.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
    const cookies = await context.cookies();
    expect(cookies.every(({ secure, httpOnly }) => secure && httpOnly)).toBe(true);

    const job = await openJob(page, 'PROXY-1');
    await page.goto(`${job}/origin`);
    await settled(page);
    await expect
      .poll(() => page.evaluate(async (at) => (await (await caches.open('pages')).match(at)) !== undefined, job))
      .toBe(true);
    await context.setOffline(true);
    await page.reload();
    await expect(page.getByTestId('send-state')).toHaveText('Saved');
    await fill(page, /^Ze/, '0.21');
    await expect(page.getByTestId('send-state')).toContainText('Offline, saved here (1)');

    await app.kill('SIGKILL');
    await context.setOffline(false);
    await sendNow(page);
    await settled(page);

    await app.revive();
    process.kill(-second.pid, 'SIGKILL');
    await fill(page, /^Voltage/, '239');
    await settled(page);
    const readings = await entriesOf<{ slot: { test: string } }>(page, job, 'reading.taken');
    expect(readings).toHaveLength(2);
    expect(new Set(readings.map(({ slot }) => slot.test)).size).toBe(2);
  } finally {
    await browser.close();
  }
});
