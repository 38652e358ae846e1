// Pages and acts on a cheap phone: processor slowed four times, a slow mobile network, nothing cached.
import { launch } from '../setup/browser.mjs';

const rounds = 5;
const slowed = 4;
const mostMillis = 60_000;
const network = { offline: false, latency: 150, downloadThroughput: 1.44e6 / 8, uploadThroughput: 675e3 / 8 };
const screen = { viewport: { width: 390, height: 844 }, deviceScaleFactor: 2, hasTouch: true, isMobile: true };

const median = (samples) => [...samples].sort((a, b) => a - b)[Math.floor(samples.length / 2)];

/** What the page itself can tell: tasks that held its thread, and what moved under the thumb. */
const watch = () => {
  globalThis.seen = { tasks: [], shift: 0 };
  new PerformanceObserver((list) => {
    for (const { startTime, duration } of list.getEntries()) globalThis.seen.tasks.push([startTime, duration]);
  }).observe({ type: 'longtask', buffered: true });
  new PerformanceObserver((list) => {
    for (const { value, hadRecentInput } of list.getEntries()) if (!hadRecentInput) globalThis.seen.shift += value;
  }).observe({ type: 'layout-shift', buffered: true });
};

/** When an element of that selector first answers to a hand, asked for in the page; false until it does. */
const answering = ({ selector, saved }) => {
  const element = [...document.querySelectorAll(selector)].find((each) => each.checkVisibility());
  const isHydrated = element && Object.keys(element).some((key) => key.startsWith('__reactFiber'));
  const isSaved = !saved || /Saved/.test(document.querySelector('[data-testid=send-state]')?.textContent ?? '');
  return isHydrated && isSaved && performance.now();
};

/** The pages measured, in the order they are opened in a day, each with what has to answer to a hand. */
const pages = (job) => [
  { name: 'sign-in', path: '/sign-in', selector: 'button[type=submit]', stranger: true },
  { name: 'desk', path: '/', selector: 'main button, header button' },
  { name: 'a job', path: job, selector: 'main a', saved: true },
  { name: 'circuits', path: `${job}/circuits`, selector: 'main [role=gridcell], main input', saved: true },
  { name: 'ring', path: `${job}/tests?bench=ring`, selector: 'main input[aria-label^="L"]', saved: true },
  { name: 'Zs', path: `${job}/tests?bench=loop`, selector: 'main input[aria-label^="Zs"]', saved: true },
];

async function openCold(context, { path, selector, saved }) {
  const page = await context.newPage();
  await page.addInitScript(watch);
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  await session.send('Network.emulateNetworkConditions', network);
  await session.send('Emulation.setCPUThrottlingRate', { rate: slowed });
  const scripts = new Map();
  let isOpening = true;
  session.on('Network.requestWillBeSent', ({ requestId, type }) => {
    if (isOpening && type === 'Script') scripts.set(requestId, null);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) scripts.set(requestId, encodedDataLength);
  });
  await page.goto(path, { waitUntil: 'commit', timeout: mostMillis });
  const answered = await page.waitForFunction(answering, { selector, saved }, { polling: 'raf', timeout: mostMillis });
  const usable = await answered.jsonValue();
  isOpening = false;
  await page.waitForTimeout(300);
  const { tasks, shift } = await page.evaluate(() => globalThis.seen);
  const held = tasks.filter(([from]) => from < usable).map(([, millis]) => millis);
  return {
    page,
    figures: {
      kilobytes: [...scripts.values()].reduce((sum, bytes) => sum + (bytes ?? 0), 0) / 1024,
      seconds: usable / 1000,
      blocking: held.reduce((sum, millis) => sum + Math.max(0, millis - 50), 0) / 1000,
      longest: Math.max(0, ...held),
      shift,
    },
  };
}

/** Milliseconds from a hand's act to the frame in which what it asks for stands on the page. */
async function actTakes(page, act, shown) {
  await page.evaluate((test) => {
    const isShown = new Function(`return ${test}`);
    globalThis.took = new Promise((done) => {
      const begin = ({ timeStamp }) => {
        for (const kind of ['pointerdown', 'keydown']) removeEventListener(kind, begin, true);
        const look = () => (isShown() ? done(performance.now() - timeStamp) : requestAnimationFrame(look));
        requestAnimationFrame(look);
      };
      for (const kind of ['pointerdown', 'keydown']) addEventListener(kind, begin, true);
    });
  }, shown);
  await act();
  return page.evaluate(() => globalThis.took);
}

const acts = ['opening the list of tests', 'change of test', 'tap on a cell', 'Enter on a reading'];

/** The acts of the hour at the board, on a page that is open and has settled. */
async function actsOn(page) {
  const bench = page.getByRole('combobox').filter({ hasText: /\(Zs\)|RCDs/ });
  const took = Object.fromEntries(acts.map((act) => [act, []]));
  for (let round = 0; round < rounds; round += 1) {
    const other = round % 2 === 0 ? 'RCDs' : 'Earth fault loop (Zs)';
    took['opening the list of tests'].push(
      await actTakes(page, () => bench.tap(), 'document.querySelector("[role=listbox]")'),
    );
    const option = page.getByRole('option', { name: other, exact: true });
    took['change of test'].push(
      await actTakes(page, () => option.tap(), `document.querySelector("h1")?.textContent === "Tests: ${other}"`),
    );
  }
  if (!(await bench.textContent()).includes('Zs')) {
    await bench.tap();
    await page.getByRole('option', { name: 'Earth fault loop (Zs)', exact: true }).tap();
  }
  const cells = page.locator('main input[aria-label^="Zs, point"]');
  for (let round = 0; round < rounds; round += 1) {
    const cell = cells.nth(round);
    const label = await cell.getAttribute('aria-label');
    const inFocus = `document.activeElement?.getAttribute("aria-label") === ${JSON.stringify(label)}`;
    took['tap on a cell'].push(await actTakes(page, () => cell.tap(), inFocus));
    await page.keyboard.type('0.4');
    took['Enter on a reading'].push(await actTakes(page, () => page.keyboard.press('Enter'), `!(${inFocus})`));
  }
  return acts.map((act) => ({ act, millis: median(took[act]) }));
}

/** Rows of pages and of acts, medians of five. */
export async function phoneFigures(app) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(launch);
  try {
    const inside = await browser.newContext({ serviceWorkers: 'block', baseURL: app.baseUrl, ...screen });
    const outside = await browser.newContext({ serviceWorkers: 'block', baseURL: app.baseUrl, ...screen });
    await inside.request.post('/api/auth/sign-in/email', {
      data: { email: app.demo.people[0].email, password: app.demo.password },
      headers: { Origin: app.baseUrl },
    });
    const first = await inside.newPage();
    await first.goto('/');
    const job = await first.getByRole('link', { name: 'FW-118' }).getAttribute('href');
    // What the server makes once is not the phone's time.
    for (const { path } of pages(job)) await first.goto(path);
    await first.close();
    const opened = [];
    let acting = [];
    for (const asked of pages(job)) {
      const samples = [];
      for (let round = 0; round < rounds; round += 1) {
        const { page, figures } = await openCold(asked.stranger ? outside : inside, asked);
        samples.push(figures);
        if (asked.name === 'Zs' && round === rounds - 1) {
          await page.waitForTimeout(8_000);
          acting = await actsOn(page);
        }
        await page.close();
      }
      const of = (figure) => median(samples.map((each) => each[figure]));
      opened.push({
        name: asked.name,
        kilobytes: of('kilobytes'),
        seconds: of('seconds'),
        blocking: of('blocking'),
        longest: of('longest'),
        shift: of('shift'),
      });
    }
    return { opened, acting };
  } finally {
    await browser.close();
  }
}
