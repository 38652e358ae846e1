// Figures that only a browser can give: the job page's first load, and a keystroke to its verdict.
import { launch } from '../setup/browser.mjs';

const sorted = (samples) => [...samples].sort((a, b) => a - b);
const figure = (what, unit, samples, aim) => ({
  what,
  unit,
  median: sorted(samples)[Math.floor(samples.length / 2)],
  p95: sorted(samples)[Math.floor(samples.length * 0.95)],
  times: samples.length,
  aim,
});

export async function browserFigures(app, { large: jobId, ring }) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(launch);
  const figures = [];
  try {
    const loads = [];
    const scripts = [];
    for (let round = 0; round < 7; round += 1) {
      const context = await browser.newContext({
        serviceWorkers: 'block',
        viewport: { width: 1280, height: 800 },
        baseURL: app.baseUrl,
      });
      const page = await context.newPage();
      await page.goto('/sign-in');
      const { password, people } = app.demo;
      await page.request.post('/api/auth/sign-in/email', {
        data: { email: people[0].email, password },
        headers: { Origin: app.baseUrl },
      });
      await page.close();
      const fresh = await context.newPage();
      const session = await context.newCDPSession(fresh);
      await session.send('Network.enable');
      await session.send('Network.setCacheDisabled', { cacheDisabled: true });
      let bytes = 0;
      const isScript = new Set();
      session.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && isScript.add(requestId));
      session.on(
        'Network.loadingFinished',
        ({ requestId, encodedDataLength }) => isScript.has(requestId) && (bytes += encodedDataLength),
      );
      const from = Date.now();
      await fresh.goto(`/jobs/${jobId}/circuits`);
      await fresh.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
      await fresh.getByRole('gridcell', { name: /^Zs, circuit 4,/ }).waitFor();
      loads.push(Date.now() - from);
      scripts.push(bytes / 1024);
      await context.close();
    }
    figures.push(
      figure(
        'first load of the circuit ledger (30 circuits) until it takes entries, nothing cached',
        'ms',
        loads,
        '1,200 ms',
      ),
    );
    figures.push(figure('JavaScript transferred for it, compressed', 'KB', scripts, 'at most 200'));

    const context = await browser.newContext({
      serviceWorkers: 'block',
      viewport: { width: 1280, height: 800 },
      baseURL: app.baseUrl,
    });
    const page = await context.newPage();
    await page.request.post('/api/auth/sign-in/email', {
      data: { email: app.demo.people[0].email, password: app.demo.password },
      headers: { Origin: app.baseUrl },
    });
    await page.goto(`/jobs/${jobId}/circuits`);
    await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
    const cell = page.getByRole('gridcell', { name: /^Zs, circuit 4,/ });
    await cell.click();
    await page.evaluate(() => {
      globalThis.keystrokes = [];
      let pressed = 0;
      addEventListener('keydown', (event) => (pressed = event.timeStamp), true);
      new MutationObserver(() => {
        if (!pressed) return;
        globalThis.keystrokes.push(performance.now() - pressed);
        pressed = 0;
      }).observe(document.querySelector('section[aria-label=Working]'), {
        subtree: true,
        childList: true,
        characterData: true,
      });
    });
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
      }).observe(document.querySelector('[role=grid]'), {
        subtree: true,
        childList: true,
        characterData: true,
        attributes: true,
      });
    });
    for (let round = 0; round < 20; round += 1) {
      await cell.click();
      await page.keyboard.type(`0.${50 + round}`);
      await page.keyboard.press('Enter');
    }
    figures.push(
      figure(
        'Enter to the entry recorded here, folded and judged anew on the page',
        'ms',
        await page.evaluate(() => globalThis.recorded),
      ),
    );
    await page.evaluate(() => {
      globalThis.opened = [];
      let clicked = 0;
      addEventListener('click', (event) => (clicked = event.timeStamp), true);
      new MutationObserver(() => {
        if (
          !clicked ||
          !/^(Readings at the origin|Circuits)/.test(document.querySelector('main h1')?.textContent ?? '')
        )
          return;
        globalThis.opened.push(performance.now() - clicked);
        clicked = 0;
      }).observe(document.querySelector('main'), { subtree: true, childList: true });
    });
    const stage = (name) => page.getByRole('navigation', { name: 'Pages of the job' }).getByRole('link', { name });
    for (let round = 0; round < 20; round += 1) {
      const [name, heading] = round % 2 ? ['Circuits', 'Circuits'] : ['Supply and earthing', 'Readings at the origin'];
      await stage(name).click();
      await page.getByRole('heading', { name: heading, exact: true }).waitFor();
    }
    figures.push(
      figure(
        'another stage of that job opened by its link, without the server',
        'ms',
        await page.evaluate(() => globalThis.opened),
      ),
    );
    figures.push(...(await ringOfTwenty(context, ring)), await keysOfASheet(context));
  } finally {
    await browser.close();
  }
  return figures;
}

/** Keys to the next frame with a ring of twenty fully read, and what blocks the page while its bench loads. */
async function ringOfTwenty(context, ring) {
  const blocked = [];
  for (let round = 0; round < 6; round += 1) {
    const page = await context.newPage();
    await page.addInitScript(() => {
      globalThis.blocked = 0;
      const add = (list) =>
        list.getEntries().forEach((task) => (globalThis.blocked += Math.max(0, task.duration - 50)));
      new PerformanceObserver(add).observe({ type: 'longtask', buffered: true });
    });
    await page.goto(`/jobs/${ring}/tests?bench=ring`);
    await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
    await page.getByText(/^A sound ring/).waitFor();
    if (round > 0) blocked.push(await page.evaluate(() => globalThis.blocked));
    await page.close();
  }
  const page = await context.newPage();
  await page.goto(`/jobs/${ring}/tests?bench=ring`);
  await page.getByText(/^A sound ring/).waitFor();
  await page.evaluate(() => {
    globalThis.echoed = [];
    addEventListener(
      'input',
      (event) => requestAnimationFrame(() => globalThis.echoed.push(performance.now() - event.timeStamp)),
      true,
    );
  });
  await page.getByRole('textbox', { name: /^L–N, point 1 / }).focus();
  for (let point = 0; point < 20; point += 1) {
    await page.keyboard.type(`0.3${point % 9}`, { delay: 60 });
    await page.keyboard.press('Enter');
  }
  const echoed = await page.evaluate(() => globalThis.echoed);
  await page.close();
  return [
    figure('long tasks beyond 50 ms while the bench of a ring of 20 loads, warm', 'ms', blocked, 'at most 150'),
    figure('key to the next frame, ring of 20 fully read', 'ms', echoed, 'under 16 ms at the 95th'),
  ];
}

/** Eight circuits with their results typed by Tab: keys against the characters that then stand in the sheet. */
async function keysOfASheet(context) {
  const page = await context.newPage();
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('radio', { name: 'Inspect an existing installation' }).click();
  await page.getByLabel('Your reference').fill('SHEET');
  await page.getByLabel('Installation address').fill('1 Tansy Court');
  await page.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await page.goto(`${page.url()}/circuits`);
  await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  await page.getByRole('button', { name: 'Add consumer unit' }).click();
  await page.getByRole('gridcell', { name: 'circuit, new way' }).click();
  const before = await page.getByRole('grid').first().innerText();
  let keys = 0;
  for (let row = 1; row <= 8; row += 1) {
    const described = [`Landing lights ${row}`, 'lights', '6', 'B6', '6', '30 A', '1.5/1', 'C'];
    const results = ['1.10', '>999', '>999', 'ok', '1.31', '22', 'ok'];
    for (const text of [...described, ...results]) {
      await page.keyboard.type(text);
      await page.keyboard.press('Tab');
      keys += text.length + 1;
    }
  }
  await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  const after = await page.getByRole('grid').first().innerText();
  await page.close();
  const characters = (text) => text.replaceAll(/\s/g, '').length;
  return figure(
    'keys for each character that stands, eight circuits typed by Tab',
    'keys',
    [keys / (characters(after) - characters(before))],
    'at most 1.3',
  );
}
