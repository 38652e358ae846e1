import { gzipSync } from 'node:zlib';
import { type Page, expect, test } from '@playwright/test';
import { signIn } from './ledger-page';

const kilobytes = new Map<string, number>();

/** Compressed kilobytes of all scripts that a page, as the server gives it, asks for. */
async function weightOf(page: Page, address: string): Promise<number> {
  const html = await (await page.request.get(address)).text();
  // What only old browsers ask for is no weight for these.
  const asked = html.replaceAll(/<script[^>]*nomodule[^>]*>/gi, '');
  const scripts = new Set(asked.match(/static\/chunks\/[\w.~-]+\.js/g));
  expect(scripts.size).toBeGreaterThan(5);
  let sum = 0;
  for (const script of scripts) {
    if (!kilobytes.has(script))
      kilobytes.set(script, gzipSync(await (await page.request.get(`/_next/${script}`)).body()).length / 1024);
    sum += kilobytes.get(script) ?? 0;
  }
  return Math.round(sum);
}

/** What each page may weigh: what it does today, and a little room. */
const most = { 'sign-in': 152, jobs: 255, 'a job': 365 };

test('no page asks for more script than its budget', async ({ page, browser }) => {
  const stranger = await browser.newPage();
  const weights: Record<string, number> = { 'sign-in': await weightOf(stranger, '/sign-in') };
  await stranger.close();
  await signIn(page);
  weights.jobs = await weightOf(page, '/');
  const job = (await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? '';
  weights['a job'] = await weightOf(page, job);
  const over = Object.entries(most).filter(([name, budget]) => (weights[name] ?? Infinity) > budget);
  expect(over, `weighed: ${JSON.stringify(weights)}`).toEqual([]);
});
