import { type Page, expect, test as base } from '@playwright/test';
import { v7 } from 'uuid';

type Demo = { password: string; people: { email: string; roles: string; name: string }[] };
export const demo = JSON.parse(process.env.LEDGER_DEMO ?? '{"people":[]}') as Demo;

type Cookies = Awaited<ReturnType<ReturnType<Page['context']>['cookies']>>;
const sessions = new Map<number, Cookies>();

/** Signs in as one of the demo's people: by the form the first time in a worker, by that session afterwards. */
export async function signIn(page: Page, person = 0): Promise<void> {
  const known = sessions.get(person);
  if (known) {
    await page.context().addCookies(known);
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
    return;
  }
  await signInByForm(page, person);
  sessions.set(person, await page.context().cookies());
}

export async function signInByForm(page: Page, person = 0): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(demo.people[person]?.email ?? '');
  await page.getByLabel('Password').fill(demo.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
}

/** Signs out by the menu under the person's name. */
export async function signOut(page: Page): Promise<void> {
  await page.getByRole('banner').getByRole('button', { expanded: false }).last().click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
}

/** Begins a job of that sort. A press before the page listens does nothing: it is pressed until the dialog answers. */
export async function beginJob(page: Page, sort: string): Promise<void> {
  await page.goto('/');
  const kind = page.getByRole('radio', { name: sort, exact: true });
  await expect(async () => {
    // Where the dialog is open and still being fetched there is nothing to press.
    if (!(await kind.isVisible())) await page.getByRole('button', { name: 'New job' }).click({ timeout: 3_000 });
    await expect(kind).toBeVisible({ timeout: 3_000 });
  }).toPass();
  await kind.click();
}

/** Opens a job of the test's own, at an address nobody has been to, and answers where it is. */
export async function openJob(page: Page, reference: string): Promise<string> {
  await beginJob(page, 'Inspect an existing installation');
  return openBegunJob(page, reference);
}

/** Fills in the rest of the dialog at hand and opens the job; answers where it is. */
export async function openBegunJob(page: Page, reference: string): Promise<string> {
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your reference').fill(reference);
  await dialog.getByLabel('Installation address').fill(`${reference} Tansy Court, Marrowby ${v7().slice(-6)}`);
  await dialog.getByLabel('Premises').fill('Three-bedroom house');
  await dialog.getByLabel('Client: who pays').fill('Larkspur Lettings');
  await dialog.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await settled(page);
  return new URL(page.url()).pathname;
}

/** Everything made here has been read, sent and taken. */
export const settled = (page: Page): Promise<void> => expect(page.getByTestId('send-state')).toHaveText('Saved');

/** Opens the schedule by the sections of the paper. */
export async function bySection(page: Page, job: string): Promise<void> {
  await page.goto(`${job}/inspection`);
  await settled(page);
  await page.getByRole('radio', { name: 'By section' }).click();
}

/** Marks an item of the schedule that stands on the page. */
export async function markItem(page: Page, item: string, outcome: string): Promise<void> {
  const row = page.locator(`[data-item="${item}"]`).first();
  if ((await row.getAttribute('aria-expanded')) !== 'true') await row.click();
  await page.getByRole('radio', { name: `${item}: ${outcome}`, exact: true }).click();
}

/** Presses "not yet sent". The entries may be on their way already, and then there is nothing to press. */
export const sendNow = (page: Page): Promise<void> => page.getByTestId('send-state').dispatchEvent('click');

export const cell = (page: Page, column: string, circuit: number) =>
  page.getByRole('gridcell', { name: new RegExp(`^${column.replace('+', '\\+')}, circuit ${circuit},`) });

export async function paste(page: Page, text: string): Promise<void> {
  await page.evaluate((block) => {
    const data = new DataTransfer();
    data.setData('text/plain', block);
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, text);
}

/** Types into a field and leaves it, as a person going to the next one does. */
export async function fill(page: Page, label: string | RegExp, text: string): Promise<void> {
  const field = page.getByRole('main').getByLabel(label).first();
  await field.fill(text);
  await field.blur();
}

/** Opens a list of the page and takes one of it. */
export async function choose(
  page: Page,
  label: string | RegExp,
  option: string | RegExp,
  press: 'click' | 'tap' = 'click',
): Promise<void> {
  await page.getByRole('combobox', { name: label }).first()[press]();
  await page.getByRole('option', { name: option }).first()[press]();
}

/** Sends entries as a browser of the firm sends them. */
export async function send(
  page: Page,
  job: string,
  ...entries: readonly { kind: string; version: number; body: object }[]
) {
  const answer = await page.request.post(`/api${job}/entries`, {
    headers: { Origin: new URL(page.url()).origin },
    data: {
      entries: entries.map((entry) => ({ ...entry, id: v7(), madeAt: new Date().toISOString(), device: 'test' })),
    },
  });
  const { results } = (await answer.json()) as { results: { accepted: boolean; reason?: string }[] };
  expect(results.filter(({ accepted }) => !accepted)).toEqual([]);
}

/** The supply of a usual house, sent as a browser of the firm sends it: limits depend on it. */
export const describeSupply = (page: Page, job: string): Promise<void> =>
  send(page, job, {
    kind: 'supply.described',
    version: 1,
    body: { earthing: 'TN-C-S', liveConductors: 'single-phase', nominalVolts: 230, frequencyHertz: 50 },
  });

/** The way of a number, by its id. */
export const wayOf = async (page: Page, job: string, number: number): Promise<string> =>
  (await entriesOf<{ wayId: string; number: number }>(page, job, 'way.added')).find((way) => way.number === number)
    ?.wayId ?? '';

/** A board with a ring and a lighting circuit, described by pasting. */
export async function addBoard(page: Page, job: string): Promise<void> {
  await describeSupply(page, job);
  await page.goto(`${job}/circuits`);
  await settled(page);
  await page.getByRole('button', { name: 'Add consumer unit' }).click();
  await page.getByRole('gridcell', { name: 'circuit, new way' }).click();
  await paste(
    page,
    'Ground-floor sockets\tring\t9\tB32\t6\t30 A\t2.5/1.5\tC\nLanding lights\tlights\t6\tB6\t6\t30 A\t1.5/1\t101',
  );
  await expect(cell(page, 'protective device', 2)).toHaveText('60898 B6');
}

/** The board of the dwelling the simulated tester is connected to: its first ring and its outdoor lights among others. */
async function addSallowRise(page: Page, job: string): Promise<void> {
  await describeSupply(page, job);
  await page.goto(`${job}/circuits`);
  await settled(page);
  await page.getByRole('button', { name: 'Add consumer unit' }).click();
  await page.getByRole('gridcell', { name: 'circuit, new way' }).click();
  const rest = '1\tB16\t6\t30 A\t2.5/1.5\tC';
  await paste(
    page,
    [
      'Ground-floor sockets\tring\t6\tB32\t6\t30 A\t4/1.5\tC',
      `Spare\tspare`,
      `Spare\tspare`,
      'Utility room sockets\tsockets\t4\tB20\t6\t30 A\t4/1.5\tC',
      'Spare\tspare',
      'Spare\tspare',
      `Boiler and controls\tfixed\t${rest}`,
      'Porch and gatepost lights\tlights\t4\tB6\t6\t30 A\t1.5/1\tC',
    ].join('\n'),
  );
  await expect(cell(page, 'protective device', 8)).toHaveText('60898 B6');
  await settled(page);
}

/** A job of the test's own with that board. */
export async function sallowRiseJob(page: Page, reference: string): Promise<string> {
  await signIn(page);
  const job = await openJob(page, reference);
  await addSallowRise(page, job);
  return job;
}

/** A bench opened from its address, with everything sent and the tester linked. */
export async function openBench(page: Page, job: string, name: string): Promise<void> {
  await page.goto(`${job}/tests?bench=${name}`);
  await settled(page);
  await expect(page.getByTestId('tester').first()).toContainText('linked');
}

/** Locked off and proved dead by the buttons of the isolation page. */
export async function proveDead(page: Page, job: string, press: 'click' | 'tap' = 'click'): Promise<void> {
  await page.goto(`${job}/isolation`);
  await settled(page);
  await page.getByRole('textbox', { name: 'Permission given by' }).fill('Ms R. Sedge');
  await page.getByRole('textbox', { name: 'Lock number' }).fill('14');
  await page.getByRole('textbox', { name: 'Proving unit or known source' }).fill('Proving unit PU-12');
  await page.getByRole('button', { name: 'Start', exact: true })[press]();
  for (const step of ['Reading: 230 volts', 'L–N: 0 volts', 'L–E: 0 volts', 'N–E: 0 volts', 'Reading again: 230 volts'])
    await page.getByRole('button', { name: step, exact: true })[press]();
  await expect(page.getByText('✓ Proved dead')).toBeVisible();
  await settled(page);
}

/** Writes a finding that is potentially dangerous, on the page of findings. */
export async function noteCrackedRose(page: Page, job: string): Promise<void> {
  await page.goto(`${job}/observations`);
  await settled(page);
  for (const [label, text] of [
    ['What was found', 'Rose cracked'],
    ['Where', 'Landing'],
    ['Why it matters', 'Live parts within reach'],
  ] as const)
    await page.getByRole('textbox', { name: label }).fill(text);
  await page.getByRole('radiogroup', { name: 'Code' }).getByRole('radio', { name: 'C2' }).click();
  await page.getByRole('button', { name: 'Save observation' }).click();
}

/** Tab after tab until what has the focus is called so: what a person without a mouse does. */
export async function tabTo(page: Page, name: RegExp, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
  for (let step = 0; step < 160; step += 1) {
    const called = await page.evaluate(() => {
      const at = document.activeElement;
      const label =
        at instanceof HTMLInputElement || at instanceof HTMLButtonElement ? at.labels?.[0]?.textContent : null;
      return at?.getAttribute('aria-label') ?? label ?? at?.textContent ?? '';
    });
    if (name.test(called.trim())) return;
    // On a bench Tab goes from cell to cell; after Escape it leaves.
    await page.keyboard.press('Escape');
    await page.keyboard.press(key);
  }
  throw new Error(`The keyboard never reaches ${name.source}`);
}

/** The tests are one list, a stop of Tab; letters and Enter choose from it. */
export async function toBench(page: Page, name: string): Promise<void> {
  await tabTo(page, /^Test$/);
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name, exact: true }).waitFor();
  await page.keyboard.type(name.slice(0, 5));
  await expect(page.getByRole('option', { name, exact: true })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Test', exact: true })).toHaveText(name);
}

/** Opens what readings are taken with, where it is closed. */
export async function openSetup(page: Page): Promise<void> {
  const setup = page.getByRole('button', { name: /^Setup: / });
  if ((await setup.getAttribute('aria-expanded')) === 'false') await setup.click();
}

/** What the ledger holds of a kind. */
export async function entriesOf<Body>(page: Page, job: string, kind: string): Promise<Body[]> {
  const { entries } = (await (await page.request.get(`/api${job}/entries`)).json()) as {
    entries: { kind: string; body: Body }[];
  };
  return entries.filter((entry) => entry.kind === kind).map((entry) => entry.body);
}

/** Whatever can be pressed or typed into listens: a press before that would do nothing. */
const listens = (page: Page) =>
  page.waitForFunction(() =>
    [...document.querySelectorAll('button, input, select, textarea')].every((each) =>
      Object.keys(each).some((key) => key.startsWith('__reactProps')),
    ),
  );

export const test = base.extend<{ consoleIsQuiet: void }>({
  page: async ({ page }, hand) => {
    const go = page.goto.bind(page);
    page.goto = async (...asked) => {
      const answer = await go(...asked);
      await listens(page);
      return answer;
    };
    await hand(page);
  },
  consoleIsQuiet: [
    async ({ page }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      await use();
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };
