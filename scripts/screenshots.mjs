// npm run screenshots: one current picture of each main view, from demo data, into docs/screenshots (or the folder named).
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ensureChromium, launch } from './setup/browser.mjs';
import { serveDemo } from './setup/serve.mjs';
import { ensureNodeModules } from './setup/packages.mjs';
import { root, say } from './setup/state.mjs';

const folder = process.argv[2] ? resolve(process.argv[2]) : join(root, 'docs', 'screenshots');
const only = process.argv[3];
/** Looked at when pictures go to a folder of one's own; not among those the README shows. */
const passing = [
  'sign-in',
  'account',
  'brief',
  'phone-isolation',
  'phone-jobs',
  'phone-firm',
  'phone-plan',
  'phone-board',
  'phone-ring',
  'phone-continuity',
  'phone-insulation',
  'bench-cupboard',
  'bench-board',
  'find',
  'new-job',
  'origin',
  'quote',
  'verification',
  'phone-circuit',
  'phone-residual',
  'bench-function',
  'bench-residual',
  'bench-continuity',
  'bench-leaving',
  'bench-plan',
  'firm',
  'due',
  'clients',
  'money',
  'all-jobs',
];
mkdirSync(folder, { recursive: true });
await ensureNodeModules();
await ensureChromium();
const { chromium } = await import('@playwright/test');
const app = await serveDemo('pictures');
const browser = await chromium.launch(launch);

async function visit(viewport, colorScheme = 'light') {
  const context = await browser.newContext({
    serviceWorkers: 'block',
    viewport,
    baseURL: app.baseUrl,
    colorScheme,
    locale: 'en-GB',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  page.on('console', (message) => message.type() === 'error' && say(`console: ${message.text()}`));
  page.on('pageerror', (error) => say(`page: ${error.message}`));
  return page;
}
const shoot = async (page, name) => {
  if (only ? !name.includes(only) : !process.argv[2] && passing.includes(name)) return;
  await page.evaluate(() => document.fonts.ready);
  // A part that is fetched when it is shown says so until it is there; its drawings come after it.
  await page.getByText('Opening…').waitFor({ state: 'detached' });
  await page.screenshot({ path: join(folder, `${name}.png`) });
  say(name);
};
/** Opens a list and takes one of it. */
async function choose(page, label, option) {
  await page.getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: option }).click();
}
async function signIn(page) {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(app.demo.people[0].email);
  await page.getByLabel('Password').fill(app.demo.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Jobs' }).waitFor();
}

try {
  const page = await visit({ width: 1280, height: 800 });
  await page.goto('/sign-in');
  await shoot(page, 'sign-in');
  await signIn(page);
  await shoot(page, 'jobs');
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('radio', { name: 'New circuit' }).click();
  await page
    .getByLabel('What, where, on which circuit')
    .fill('New circuit 9 for a cooker, from the board to the kitchen');
  await shoot(page, 'new-job');
  await page.keyboard.press('Escape');
  await page.goto('/firm');
  await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  await shoot(page, 'firm');
  await page.getByRole('link', { name: 'Multifunction tester' }).click();
  await page.getByRole('heading', { name: 'Drift' }).waitFor();
  await page.locator('.recharts-line-dot').first().waitFor();
  await shoot(page, 'instrument');
  for (const name of ['diary', 'due', 'clients', 'money']) {
    await page.goto(`/${name}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
    if (name !== 'due') await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
    await shoot(page, name);
  }
  await page.goto('/jobs?q=Lakrspur');
  await page.getByRole('row').nth(1).waitFor();
  await shoot(page, 'all-jobs');
  await page.goto('/account');
  await page.getByRole('heading', { name: 'Password' }).waitFor();
  await shoot(page, 'account');
  await page.goto('/');
  const jobUrl = await page.getByRole('link', { name: 'FW-118' }).getAttribute('href');
  const settled = () => page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  await page.goto(jobUrl);
  await settled();
  await shoot(page, 'job');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find' }).fill('zs');
  await shoot(page, 'find');
  await page.keyboard.press('Escape');
  for (const stage of ['brief', 'origin', 'isolation', 'inspection', 'circuits', 'observations', 'review']) {
    await page.goto(`${jobUrl}/${stage}`);
    await settled();
    await page.getByRole('main').getByRole('heading').first().waitFor();
    if (stage === 'inspection') await page.getByRole('radio', { name: 'Inspected' }).waitFor();
    if (stage === 'circuits') await page.getByRole('gridcell', { name: /^Zs, circuit 9/ }).click();
    if (stage === 'observations')
      await page.getByLabel('What was found').fill('Socket-outlets up to 32 A with no 30 mA RCD');
    await shoot(page, stage);
  }
  const bench = async (on, name) => {
    await on.goto(`${jobUrl}/tests?bench=${name}`);
    await on.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
    await on.getByTestId('tester').filter({ hasText: 'linked' }).waitFor();
  };
  await bench(page, 'plan');
  await shoot(page, 'bench-plan');
  await bench(page, 'board');
  await page.getByRole('button', { name: /^B6 Porch and gatepost/ }).click();
  await shoot(page, 'bench-board');
  await bench(page, 'continuity');
  await page.getByLabel('Probes together, ohm').fill('0.08');
  await page.keyboard.press('Enter');
  await page.getByLabel(/^R1\+R2, point 4/).click();
  await shoot(page, 'bench-continuity');
  await bench(page, 'ring');
  await choose(page, 'Circuit', /^2 /);
  await page.getByRole('heading', { name: /way 2/ }).waitFor();
  await page.getByText('Calculating…').waitFor({ state: 'detached' });
  await page.locator('.recharts-surface').first().waitFor();
  await shoot(page, 'bench-ring');
  await bench(page, 'insulation');
  await shoot(page, 'bench-insulation');
  await page.getByRole('button', { name: /^Setup: / }).click();
  await page.getByRole('button', { name: 'Dark mode' }).click();
  await page.getByRole('button', { name: 'Keypad', exact: true }).click();
  await page.getByLabel(/^L–E, way 6/).click();
  await shoot(page, 'bench-cupboard');
  await page.getByRole('button', { name: 'Light mode' }).click();
  await page.getByRole('button', { name: 'Hide keypad', exact: true }).click();
  for (const name of ['origin', 'loop', 'residual', 'function', 'leaving']) {
    await bench(page, name);
    if (name === 'loop') await page.locator('.recharts-surface').first().waitFor();
    if (name === 'residual') await choose(page, 'Device', /^RCD 2/);
    await shoot(page, `bench-${name}`);
  }
  await page.goto('/');
  await page.goto(`${await page.getByRole('link', { name: 'FW-122' }).getAttribute('href')}/brief`);
  await settled();
  await page.getByRole('button', { name: /^Before quoting/ }).click();
  await shoot(page, 'quote');
  await page.goto('/');
  await page.getByRole('link', { name: /^EICR-/ }).click();
  await page.getByRole('link', { name: 'Download PDF' }).waitFor();
  await page.getByRole('button', { name: 'Send to client' }).click();
  const handed = await page.getByTestId('link-made').textContent();
  await page.getByText(/sent \d/).waitFor();
  await page.reload();
  await page.getByText(/sent \d/).waitFor();
  await shoot(page, 'document');
  await page.getByRole('link', { name: 'Verification page' }).click();
  await page.getByRole('heading', { name: /intact/ }).waitFor();
  await shoot(page, 'verification');

  const learner = await visit({ width: 1280, height: 800 });
  await learner.goto('/practice?house=terrace-thin-cpc.sallow');
  const press = (name) => learner.getByRole('button', { name }).first().click();
  await press('Inform occupants');
  await press('Prove the indicator');
  await learner.getByRole('switch', { name: 'Way 3', exact: true }).click();
  await press('Lock off Way 3');
  await press(/^Kitchen 2/);
  await press('Voltage?');
  await press('Prove the indicator again');
  await choose(learner, 'Links of way 3', 'L to N crossed');
  await press('Remove cover');
  await learner.getByRole('tab', { name: 'Tester' }).click();
  await press('Null the leads');
  await learner.getByRole('radio', { name: 'L–N' }).click();
  await press(/^Test /);
  await shoot(learner, 'practice');
  await press('Show me');
  await learner.getByRole('alertdialog').getByRole('button', { name: 'Show me' }).click();
  await learner.getByRole('heading', { name: 'What was wrong' }).waitFor();
  await shoot(learner, 'practice-result');

  const client = await visit({ width: 390, height: 844 });
  await client.goto(handed);
  await client.getByRole('heading', { name: 'Questions' }).waitFor();
  await shoot(client, 'phone-client');

  const phone = await visit({ width: 390, height: 844 }, 'dark');
  await signIn(phone);
  await shoot(phone, 'phone-jobs');
  await phone.goto('/firm');
  await phone.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  await shoot(phone, 'phone-firm');
  await phone.goto(`${jobUrl}/isolation`);
  await phone.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  await shoot(phone, 'phone-isolation');
  await phone.goto(`${jobUrl}/circuits`);
  await phone.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  await choose(phone, 'Circuit', /^8 /);
  await phone.getByRole('button', { name: /Circuit details/ }).waitFor();
  await shoot(phone, 'phone-circuit');
  for (const name of ['plan', 'board', 'continuity', 'ring', 'insulation', 'loop', 'residual']) {
    await bench(phone, name);
    if (name === 'continuity') await phone.getByLabel(/^R1\+R2, point 4/).click();
    await shoot(phone, `phone-${name}`);
  }
  await page.goto(`${jobUrl}/options`);
  await page.getByRole('button', { name: 'Save options' }).click();
  await page.getByRole('button', { name: 'Send link' }).waitFor();
  await settled();
  await shoot(page, 'options');
} finally {
  await browser.close();
  await app.stop();
}
