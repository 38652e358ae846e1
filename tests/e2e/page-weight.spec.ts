import { type Page, expect, test } from '@playwright/test';
import { signIn } from './ledger-page';

/** Compressed kilobytes of script each page may ask for before it can be used: what it takes today, and a little room. */
const most = { 'sign-in': 152, jobs: 255, job: 365, circuits: 410, ring: 445, Zs: 435 };

/** Kilobytes of script a page asked for until something on it answers to a hand. */
async function weightOf(page: Page, address: string, selector: string): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  const scripts = new Map<string, number>();
  let isOpening = true;
  session.on('Network.requestWillBeSent', ({ requestId, type }) => {
    if (isOpening && type === 'Script') scripts.set(requestId, 0);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) scripts.set(requestId, encodedDataLength);
  });
  // A line so slow that what is fetched behind the page is not yet asked for when it answers.
  await session.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 50,
    downloadThroughput: 1e6,
    uploadThroughput: 1e6,
  });
  await page.goto(address);
  await page.waitForFunction(
    (wanted) => Object.keys(document.querySelector(wanted) ?? {}).some((key) => key.startsWith('__reactFiber')),
    selector,
    { polling: 'raf' },
  );
  isOpening = false;
  await expect.poll(() => [...scripts.values()].every((bytes) => bytes > 0)).toBe(true);
  await session.detach();
  return [...scripts.values()].reduce((sum, bytes) => sum + bytes, 0) / 1024;
}

test('each page asks for no more script than its budget before it can be used', async ({ page }) => {
  expect(await weightOf(page, '/sign-in', 'button[type=submit]')).toBeLessThan(most['sign-in']);
  await signIn(page);
  expect(await weightOf(page, '/', 'main button')).toBeLessThan(most.jobs);
  const job = (await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? '';
  expect(await weightOf(page, job, 'main a')).toBeLessThan(most.job);
  expect(await weightOf(page, `${job}/circuits`, '[role=gridcell]')).toBeLessThan(most.circuits);
  expect(await weightOf(page, `${job}/tests?bench=ring`, 'main input')).toBeLessThan(most.ring);
  expect(await weightOf(page, `${job}/tests?bench=loop`, 'main input')).toBeLessThan(most.Zs);
});
