// Figures that only a browser can give: the job page's first load, and a keystroke to its verdict.
import { launch } from '../setup/browser.mjs';

const sorted = (samples) => [...samples].sort((a, b) => a - b);
const figure = (what, unit, samples, aim) => ({ what, unit, median: sorted(samples)[Math.floor(samples.length / 2)], p95: sorted(samples)[Math.floor(samples.length * 0.95)], times: samples.length, aim });

export async function browserFigures(app, jobId) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(launch);
  const figures = [];
  try {
    const loads = [];
    const scripts = [];
    for (let round = 0; round < 7; round += 1) {
      const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 }, baseURL: app.baseUrl });
      const page = await context.newPage();
      await page.goto('/sign-in');
      const { password, people } = app.demo;
      await page.request.post('/api/auth/sign-in/email', { data: { email: people[0].email, password }, headers: { Origin: app.baseUrl } });
      await page.close();
      const fresh = await context.newPage();
      const session = await context.newCDPSession(fresh);
      await session.send('Network.enable');
      await session.send('Network.setCacheDisabled', { cacheDisabled: true });
      let bytes = 0;
      const isScript = new Set();
      session.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && isScript.add(requestId));
      session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => isScript.has(requestId) && (bytes += encodedDataLength));
      const from = Date.now();
      await fresh.goto(`/jobs/${jobId}/circuits`);
      await fresh.getByTestId('send-state').filter({ hasText: 'sent' }).waitFor();
      loads.push(Date.now() - from);
      scripts.push(bytes / 1024);
      await context.close();
    }
    figures.push(figure('first load of the circuit ledger (30 circuits) until it takes entries, nothing cached', 'ms', loads));
    figures.push(figure('JavaScript transferred for it', 'KB', scripts));

    const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 }, baseURL: app.baseUrl });
    const page = await context.newPage();
    await page.request.post('/api/auth/sign-in/email', { data: { email: app.demo.people[0].email, password: app.demo.password }, headers: { Origin: app.baseUrl } });
    await page.goto(`/jobs/${jobId}/circuits`);
    await page.getByTestId('send-state').filter({ hasText: 'sent' }).waitFor();
    await page.evaluate(() => {
      globalThis.keystrokes = [];
      let pressed = 0;
      addEventListener('keydown', (event) => (pressed = event.timeStamp), true);
      new MutationObserver(() => {
        if (!pressed) return;
        globalThis.keystrokes.push(performance.now() - pressed);
        pressed = 0;
      }).observe(document.querySelector('section[aria-label=Working]'), { subtree: true, childList: true, characterData: true });
    });
    const cell = page.getByRole('gridcell', { name: /^Zs, circuit 4,/ });
    for (let round = 0; round < 40; round += 1) {
      await cell.click();
      await page.keyboard.press(String(round % 8));
      await page.keyboard.press('.');
      await page.keyboard.press('5');
      await page.keyboard.press('7');
      await page.keyboard.press('Escape');
    }
    const typed = await page.evaluate(() => globalThis.keystrokes);
    figures.push(figure('keystroke in a cell to its verdict on the page', 'ms', typed, 'under 16 ms'));
    await page.evaluate(() => {
      globalThis.recorded = [];
      let pressed = 0;
      addEventListener('keydown', (event) => event.key === 'Enter' && (pressed = event.timeStamp), true);
      new MutationObserver(() => {
        if (!pressed) return;
        globalThis.recorded.push(performance.now() - pressed);
        pressed = 0;
      }).observe(document.querySelector('[role=grid]'), { subtree: true, childList: true, characterData: true, attributes: true });
    });
    for (let round = 0; round < 20; round += 1) {
      await cell.click();
      await page.keyboard.type(`0.${50 + round}`);
      await page.keyboard.press('Enter');
    }
    figures.push(figure('Enter to the entry recorded here, folded and judged anew on the page', 'ms', await page.evaluate(() => globalThis.recorded)));
    await page.evaluate(() => {
      globalThis.opened = [];
      let clicked = 0;
      addEventListener('click', (event) => (clicked = event.timeStamp), true);
      new MutationObserver(() => {
        if (!clicked || !/^(Readings at the origin|Circuits)/.test(document.querySelector('main h1')?.textContent ?? '')) return;
        globalThis.opened.push(performance.now() - clicked);
        clicked = 0;
      }).observe(document.querySelector('main'), { subtree: true, childList: true });
    });
    const stage = (name) => page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name });
    for (let round = 0; round < 20; round += 1) {
      const [name, heading] = round % 2 ? ['Circuits', 'Circuits'] : ['Origin', 'Readings at the origin'];
      await stage(name).click();
      await page.getByRole('heading', { name: heading, exact: true }).waitFor();
    }
    figures.push(figure('another stage of that job opened by its link, without the server', 'ms', await page.evaluate(() => globalThis.opened)));
  } finally {
    await browser.close();
  }
  return figures;
}
