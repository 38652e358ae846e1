// Two hundred pictures of twelve megapixels in one job on a phone's screen: how long each takes to be kept and sent, what memory they take, and whether the page stays usable.
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import { launch } from '../setup/browser.mjs';
import { residentOf } from './memory.mjs';

const total = 200;
const ofOne = 10;

const median = (samples) => [...samples].sort((a, b) => a - b)[Math.floor(samples.length / 2)] ?? 0;

/** As many findings as the pictures need, appended to a job of the demo as a browser sends them. */
async function addFindings(page, origin, job) {
  const entries = Array.from({ length: total / ofOne }, (_, index) => ({
    id: randomUUID(),
    kind: 'observation.noted',
    version: 3,
    body: {
      observationId: randomUUID(),
      fields: {
        what: `Finding ${index + 1}`,
        where: 'Hall',
        why: 'For the figures',
        code: 'C3',
        item: null,
        wayId: null,
        regulation: null,
        livePartsAccessible: false,
        codeReason: null,
      },
    },
    madeAt: new Date().toISOString(),
    device: 'bench',
  }));
  const answer = await page.request.post(`/api${job}/entries`, { headers: { Origin: origin }, data: { entries } });
  const { results } = await answer.json();
  if (!results?.every(({ accepted }) => accepted)) throw new Error(`Not appended: ${JSON.stringify(results?.[0])}`);
}

/** Ten pictures of twelve megapixels put into the field of one finding, as a file dialog does. */
const addTen = (page, finding) =>
  page.evaluate(
    async ({ finding, ofOne }) => {
      const ground = (globalThis.ground ??= (() => {
        const canvas = new OffscreenCanvas(4000, 3000);
        const drawn = canvas.getContext('2d');
        const noise = new ImageData(500, 375);
        crypto.getRandomValues(new Uint8Array(noise.data.buffer, 0, 65_536));
        for (let at = 65_536; at < noise.data.length; at += 1) noise.data[at] = noise.data[at - 65_536] ^ (at & 63);
        const small = new OffscreenCanvas(500, 375);
        small.getContext('2d').putImageData(noise, 0, 0);
        drawn.drawImage(small, 0, 0, 4000, 3000);
        return { canvas, drawn };
      })());
      const files = new DataTransfer();
      for (let each = 0; each < ofOne; each += 1) {
        ground.drawn.fillStyle = `hsl(${(finding * 37 + each * 11) % 360} 60% 50%)`;
        ground.drawn.fillRect(200, 200, 900, 700);
        ground.drawn.fillStyle = '#fff';
        ground.drawn.font = '400px sans-serif';
        ground.drawn.fillText(`${finding}.${each}`, 260, 700);
        const blob = await ground.canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 });
        files.items.add(new File([blob], `IMG_${finding}_${each}.jpg`, { type: 'image/jpeg' }));
      }
      const field = document.querySelectorAll('input[type=file]')[finding];
      field.files = files.files;
      field.dispatchEvent(new Event('change', { bubbles: true }));
      return [...files.files].reduce((sum, file) => sum + file.size, 0) / ofOne;
    },
    { finding, ofOne },
  );

export async function pictureFigures(app) {
  const server = await chromium.launchServer(launch);
  const browser = await chromium.connect(server.wsEndpoint());
  let most = 0;
  const watch = setInterval(() => (most = Math.max(most, residentOf(server.process().pid))), 300);
  try {
    const context = await browser.newContext({
      serviceWorkers: 'block',
      baseURL: app.baseUrl,
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
    });
    const page = await context.newPage();
    await page.request.post('/api/auth/sign-in/email', {
      data: { email: app.demo.people[0].email, password: app.demo.password },
      headers: { Origin: app.baseUrl },
    });
    await page.goto('/');
    const job = await page.getByRole('link', { name: 'FW-118' }).getAttribute('href');
    await addFindings(page, new URL(app.baseUrl).origin, job);
    await page.goto(`${job}/observations`);
    await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
    // Those the demo has come first.
    const own = await page.locator('ul[aria-label^="Pictures of"]').count();
    const shownFirst = await page.locator('ul[aria-label^="Pictures of"] img').count();
    const before = residentOf(server.process().pid);
    const each = [];
    let bytes = 0;
    const began = performance.now();
    for (let finding = 0; finding < total / ofOne; finding += 1) {
      bytes = await addTen(page, own + finding);
      const put = performance.now();
      await page.waitForFunction(
        (wanted) => document.querySelectorAll('ul[aria-label^="Pictures of"] img').length >= wanted,
        shownFirst + (finding + 1) * ofOne,
        { timeout: 120_000 },
      );
      each.push((performance.now() - put) / ofOne);
    }
    const kept = performance.now() - began;
    await page.getByText('not yet sent').first().waitFor({ state: 'detached', timeout: 300_000 });
    const sent = performance.now() - began;
    const peak = most;
    // Opened again with all of them: until one can type, and from a key to what it shows.
    const again = performance.now();
    await page.reload();
    const what = page.getByRole('textbox', { name: 'What was found' });
    await what.fill('x');
    const opened = performance.now() - again;
    const keys = [];
    for (let stroke = 0; stroke < 40; stroke += 1) {
      const at = performance.now();
      await page.keyboard.type('a');
      await page.evaluate(() => new Promise((go) => requestAnimationFrame(() => setTimeout(go, 0))));
      keys.push(performance.now() - at);
    }
    await page.mouse.wheel(0, 60_000);
    await page.waitForTimeout(1500);
    const settledAt = residentOf(server.process().pid);
    return {
      pictures: total,
      averageKilobytes: Math.round(bytes / 1024),
      keptEachMillis: Math.round(median(each)),
      keptAllSeconds: Math.round(kept / 1000),
      sentAllSeconds: Math.round(sent / 1000),
      browserBeforeMegabytes: Math.round(before),
      browserMostMegabytes: Math.round(peak),
      browserAfterScrollMegabytes: Math.round(settledAt),
      openAgainMillis: Math.round(opened),
      keyMillis: Math.round(median(keys)),
    };
  } finally {
    clearInterval(watch);
    await browser.close();
    await server.close();
  }
}
