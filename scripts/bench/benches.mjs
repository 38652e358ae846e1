// Figures of the dead-test benches: until they take a reading, keys and taps a reading costs, and how soon a diagnosis follows.
import { launch } from '../setup/browser.mjs';
import { liveWalk } from './live-walk.mjs';
import { minorWorksByKeyboard } from './minor-works.mjs';

const sorted = (samples) => [...samples].sort((a, b) => a - b);
const figure = (what, unit, samples, aim) => ({
  what,
  unit,
  median: sorted(samples)[Math.floor(samples.length / 2)],
  p95: sorted(samples)[Math.floor(samples.length * 0.95)],
  times: samples.length,
  aim,
});

async function signedIn(browser, app, options) {
  const context = await browser.newContext({ serviceWorkers: 'block', baseURL: app.baseUrl, ...options });
  const page = await context.newPage();
  await page.request.post('/api/auth/sign-in/email', {
    data: { email: app.demo.people[0].email, password: app.demo.password },
    headers: { Origin: app.baseUrl },
  });
  await page.goto('/');
  return { page, job: await page.getByRole('link', { name: 'FW-118' }).getAttribute('href') };
}

/** Counts keys and taps from here on. */
const countActs = (page) =>
  page.evaluate(() => {
    globalThis.acts = 0;
    addEventListener('keydown', () => (globalThis.acts += 1), true);
    addEventListener('pointerdown', () => (globalThis.acts += 1), true);
  });
const actsNow = (page) => page.evaluate(() => globalThis.acts);

/** Opens a job of small works as the dialog asks. */
async function openMinorWorks(page, round) {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('radio', { name: 'Addition or alteration of a circuit', exact: true }).click();
  const dialog = page.getByRole('dialog');
  for (const [label, text] of [
    ['What, where, on which circuit', 'Double socket added in the back bedroom beside the window, from circuit 3'],
    ['Your reference', `KEYS-${round}`],
    ['Installation address', '4 Tansy Court, Marrowby'],
    ['Premises', 'Two-bedroom flat'],
    ['Client: who pays', 'Ms R. Sedge'],
  ])
    await dialog.getByLabel(label).fill(text);
  await dialog.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
}

/** Opens a report on what exists as the dialog asks. */
async function openReport(page) {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('radio', { name: 'Inspect an existing installation' }).click();
  const dialog = page.getByRole('dialog');
  for (const [label, text] of [
    ['Your reference', 'WALK-1'],
    ['Installation address', '6 Tansy Court, Marrowby'],
    ['Premises', 'Three-bedroom house'],
    ['Client: who pays', 'Ms R. Sedge'],
  ])
    await dialog.getByLabel(label).fill(text);
  await dialog.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
}

export async function benchFigures(app) {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch(launch);
  const figures = [];
  try {
    const { page, job } = await signedIn(browser, app, { viewport: { width: 1280, height: 800 } });
    const linked = async (name) => {
      await page.goto(`${job}/tests?bench=${name}`);
      await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
      await page.getByTestId('tester').filter({ hasText: 'linked' }).waitFor();
    };
    const forms = [];
    for (let round = 0; round < 3; round += 1) {
      await openMinorWorks(page, round);
      forms.push(await minorWorksByKeyboard(page, app.demo.password));
    }
    const form = 'minor-works form from an opened job to its sealed paper, by keyboard alone';
    figures.push(
      figure(
        form,
        'keys',
        forms.map(({ keys }) => keys),
        'ten minutes by hand: 600 keys at one a second',
      ),
      figure(
        `${form}: what the run itself takes`,
        's',
        forms.map(({ seconds }) => seconds),
      ),
    );
    for (const name of [
      'plan',
      'board',
      'continuity',
      'ring',
      'insulation',
      'origin',
      'loop',
      'residual',
      'function',
      'leaving',
    ]) {
      const loads = [];
      for (let round = 0; round < 6; round += 1) {
        const from = Date.now();
        await linked(name);
        if (round > 0) loads.push(Date.now() - from);
      }
      figures.push(
        figure(
          `${name} bench opened from its address until it takes entries and the tester is linked, warm`,
          'ms',
          loads,
        ),
      );
    }

    await linked('ring');
    const cellOf = (symbol, point) => page.getByRole('textbox', { name: new RegExp(`^${symbol}, point ${point} `) });
    await cellOf('L–CPC', 1).focus();
    await countActs(page);
    for (let point = 1; point <= 11; point += 1) {
      await page.keyboard.press('Space');
      if (point < 11)
        await page.waitForFunction(
          (next) => document.activeElement?.getAttribute('aria-label')?.startsWith(`L–CPC, point ${next} `),
          point + 1,
        );
    }
    figures.push(figure('keys a reading costs with the tester linked', 'keys', [(await actsNow(page)) / 11]));

    await page.evaluate(() => {
      globalThis.weighed = [];
      globalThis.echoed = [];
      let entered = 0;
      addEventListener('keydown', (event) => event.key === 'Enter' && (entered = event.timeStamp), true);
      new MutationObserver(() => {
        if (!entered) return;
        globalThis.weighed.push(performance.now() - entered);
        entered = 0;
      }).observe(document.querySelector('[aria-labelledby=comes-to]'), {
        subtree: true,
        childList: true,
        characterData: true,
      });
      addEventListener(
        'input',
        (event) => requestAnimationFrame(() => globalThis.echoed.push(performance.now() - event.timeStamp)),
        true,
      );
    });
    const before = await actsNow(page);
    const typed = 22;
    for (let round = 0; round < 2; round += 1) {
      await cellOf('L–N', 1).focus();
      for (let point = 1; point <= 11; point += 1) {
        await page.keyboard.type(`0.${20 + ((point * 7 + round * 3) % 9)}`);
        await page.keyboard.press('Enter');
        await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
      }
    }
    figures.push(
      figure('keys a reading costs when it is typed, Enter included', 'keys', [
        ((await actsNow(page)) - before) / typed,
      ]),
    );
    figures.push(
      figure(
        'key to the next frame while a reading is typed, ring of 11 fully read',
        'ms',
        await page.evaluate(() => globalThis.echoed),
        'under 50 ms',
      ),
    );
    figures.push(
      figure('Enter to a changed diagnosis of that ring', 'ms', await page.evaluate(() => globalThis.weighed)),
    );

    const phone = await signedIn(browser, app, {
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
    });
    await phone.page.goto(`${phone.job}/tests?bench=continuity`);
    await phone.page.getByTestId('tester').filter({ hasText: 'linked' }).waitFor();
    const pad = phone.page.getByRole('region', { name: 'Keypad' });
    await phone.page.getByRole('textbox', { name: /^R1\+R2, point 1 / }).tap();
    await countActs(phone.page);
    const tap = (name) => pad.getByRole('button', { name, exact: true }).tap();
    const points = 5;
    for (let point = 1; point <= points; point += 1) {
      await pad.getByText(`point ${point} `).waitFor();
      await tap('Take reading');
      await pad.getByText('Pol.').waitFor();
      await tap('Correct');
    }
    figures.push(
      figure('taps a reading costs on a phone, R1+R2 by the tester and polarity by the pad', 'taps', [
        (await actsNow(phone.page)) / (2 * points),
      ]),
    );
    await phone.page.setViewportSize({ width: 1280, height: 800 });
    await openReport(phone.page);
    const walk = await liveWalk(phone.page, app.baseUrl);
    const round = `live walk of ${walk.points} points on eight circuits by thumb, hands-free with the tester linked`;
    figures.push(
      figure(`${round}: taps a point`, 'taps', [walk.taps / walk.points], '1.2'),
      figure(`${round}: characters typed in all`, 'keys', [walk.typed], '6'),
      figure(`${round}: what the run itself takes`, 's', [walk.seconds]),
      figure('above the work on a phone of 390 × 844, of its height', '%', [100 * walk.above], '22 %'),
    );
  } finally {
    await browser.close();
  }
  return figures;
}
