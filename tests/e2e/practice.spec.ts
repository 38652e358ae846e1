import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { cell, choose, expect, fill, signIn, test } from './ledger-page';

/** A house of a teacher's: its number, for a kind of dwelling and what is wrong in it. */
async function composed(page: Page, kind: string, faults: readonly (string | RegExp)[]): Promise<string> {
  await page.goto('/practice');
  await page.getByRole('button', { name: 'Create a property for others' }).click();
  await choose(page, 'Kind of dwelling', kind);
  for (const fault of faults) await page.getByRole('checkbox', { name: fault }).check();
  await expect(page.getByText(`${faults.length} fault`)).toBeVisible();
  return (
    (await page
      .getByText(/^House /)
      .locator('strong')
      .textContent()) ?? ''
  );
}

const to = (page: Page, place: string) =>
  page
    .getByRole('navigation', { name: 'Places' })
    .getByRole('button', { name: new RegExp(`^${place} ?(,|$)`) })
    .click();
const press = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();
const sheet = (page: Page, name: string | RegExp) => page.getByRole('tab', { name }).click();

/** Told, proved, off, locked, read dead at its first point, proved again. */
async function isolate(page: Page, way: number, at: string): Promise<void> {
  await sheet(page, 'Ways');
  await press(page, 'Inform occupants');
  await press(page, 'Prove the indicator');
  await page.getByRole('switch', { name: `Way ${way}`, exact: true }).click();
  await press(page, `Lock off Way ${way}`);
  await to(page, at);
  await press(page, 'Voltage?');
  await press(page, 'Prove the indicator again');
  await expect(page.getByText(/proved dead/).first()).toBeVisible();
}

async function claim(page: Page, where: string | null, what: string, code: string, regulation: string): Promise<void> {
  await sheet(page, /^Found/);
  if (where) await choose(page, 'Where', where);
  await choose(page, 'Fault', what);
  await page.getByRole('radio', { name: code, exact: true }).click();
  await page.getByLabel('Regulation').fill(regulation);
  await press(page, 'Save');
}

async function handOver(page: Page, outcome: string): Promise<void> {
  await press(page, 'Submit');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('radio', { name: 'EICR' }).click();
  await dialog.getByRole('radio', { name: outcome }).click();
  await dialog.getByRole('button', { name: /^Submit/ }).click();
  await expect(page.getByRole('heading', { name: 'What was wrong' })).toBeVisible();
}

const part = (page: Page, name: string) => page.getByRole('region', { name, exact: true });

test('one ring, whole: isolated, read end to end and at every socket, its break named and coded', async ({ page }) => {
  const number = await composed(page, 'Terrace with two thin-CPC rings', ['Ring broken in the line']);
  await page.goto(`/practice?house=${number}&exercise=one-ring`);
  await isolate(page, 4, 'Landing 1');
  await choose(page, 'Links of way 4', 'no links');
  await press(page, 'Loads out');
  const links = async (how: string) => {
    await sheet(page, 'Ways');
    await choose(page, 'Links of way 4', how);
    await sheet(page, 'Tester');
  };
  await sheet(page, 'Tester');
  await press(page, 'Null the leads');
  const read = async () => press(page, /^Test /);
  await choose(page, 'Function', /ends of a ring/);
  for (const end of ['r1', 'rn', 'r2']) {
    await page.getByRole('radio', { name: end }).click();
    await read();
  }
  const table = page.getByRole('table', { name: /Readings/ });
  await expect(table.getByRole('row').filter({ hasText: 'ring end L' })).toContainText('>1999');
  await choose(page, 'Function', /insulation of a circuit/);
  for (const pair of ['L–N', 'L–E', 'N–E']) {
    await page.getByRole('radio', { name: pair }).click();
    await read();
  }
  const sockets = await page
    .getByRole('navigation', { name: 'Places' })
    .getByRole('button', { name: /^(Front bedroom|Back bedroom|Landing) \d/ })
    .locator('.truncate')
    .allTextContents();
  expect(sockets).toHaveLength(7);
  await choose(page, 'Function', /at this point, as linked/);
  for (const [how, pair] of [
    ['L to N crossed', 'L–N'],
    ['L to CPC crossed', 'L–E'],
  ] as const) {
    await links(how);
    await page.getByRole('radio', { name: pair }).click();
    for (const socket of sockets) {
      await to(page, socket);
      await read();
    }
  }
  await links('no links');
  await sheet(page, 'Ways');
  await page.getByRole('switch', { name: 'Way 4', exact: true }).click();
  await sheet(page, 'Tester');
  await choose(page, 'Function', /Zs at this point/);
  await page.getByRole('radio', { name: 'two-lead' }).click();
  await read();
  await claim(page, 'Way 4, Ring up, as a whole', 'A conductor is open', 'C2', '433.1.204');
  await handOver(page, 'Unsatisfactory');
  await expect(part(page, 'Safety')).toContainText('20 of 20');
  await expect(part(page, 'Tests done')).toContainText('5 of 5');
  await expect(part(page, 'Coding')).toContainText('3 of 3');
  await expect(part(page, 'Faults found')).toContainText('Found; its place on the circuit was not given.');
  // What came of it is on the page of practice from then on.
  await press(page, 'What next');
  await expect(page.getByRole('region', { name: /Your results/ })).toContainText('Safety');
  await expect(page.getByText(/12 min, best \d/)).toBeVisible();
});

test('where it comes in, by keyboard alone: a bond that hangs free and carriers too weak', async ({ page }) => {
  const number = await composed(page, 'Third-floor flat with rewireable fuses', [
    'Gas bond hangs free behind the meter',
    /^Carriers marked S1A/,
  ]);
  await page.goto(`/practice?house=${number}&exercise=origin`);
  const key = async (role: 'button' | 'tab' | 'radio' | 'switch', name: string | RegExp, exact = true) => {
    await page.getByRole(role, { name, exact }).first().focus();
    await page.keyboard.press(role === 'radio' ? 'Space' : 'Enter');
  };
  const pick = async (label: string, option: string | RegExp) => {
    await page.getByRole('combobox', { name: label }).first().focus();
    await page.keyboard.press('Enter');
    await page.getByRole('option', { name: option }).first().focus();
    await page.keyboard.press('Enter');
  };
  const said = async (what: string, code: string, regulation: string) => {
    await key('tab', /^Found/);
    await pick('Fault', what);
    await key('radio', code);
    await page.getByLabel('Regulation').focus();
    await page.keyboard.type(regulation);
    await page.keyboard.press('Enter');
  };
  await key('button', 'Inform occupants');
  await key('button', 'Gas where it enters');
  await key('button', 'Look closely');
  await expect(page.getByText('clamp empty')).toBeVisible();
  await said('A main bond missing, too small or in the wrong place', 'C2', '411.3.1.2');
  await key('button', 'Fuse board');
  await key('button', 'Look closely');
  await expect(page.getByText(/mark on the carrier: S1A/)).toBeVisible();
  await key('tab', 'Tester');
  await pick('Function', /fault current/);
  await key('button', /^Test /, false);
  await expect(page.getByLabel('The tester shows')).toContainText(/\d\.\d\d kA/);
  await said('Fault current beyond what a device can break', 'C2', '434.5.1');
  await key('button', 'Submit');
  await key('radio', 'EICR');
  await key('radio', 'Unsatisfactory, not ready');
  await key('button', /^Submit/, false);
  await expect(page.getByText(/^100$/)).toBeVisible();
});

test.describe('by touch, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('the bath room: a zone seen, a bond measured, and the whole of it without a network', async ({
    page,
    context,
  }) => {
    const number = await composed(page, 'Bath room with supplementary bonding', [
      'Supplementary bond cut where plastic pipe was let in',
      /^Socket in the airing alcove/,
    ]);
    await page.goto(`/practice?house=${number}&exercise=bath-room`);
    await page.getByRole('heading', { name: 'Intake' }).waitFor();
    await context.setOffline(true);
    const go = (place: string) => choose(page, 'Place', place, 'tap');
    const tap = (name: string | RegExp) => page.getByRole('button', { name }).first().tap();
    const found = async (what: string, regulation: string) => {
      await page.getByRole('tab', { name: /^Found/ }).tap();
      await choose(page, 'Fault', what, 'tap');
      await page.getByRole('radio', { name: 'C2' }).tap();
      await page.getByLabel('Regulation').fill(regulation);
      await tap('Save');
    };
    await go('Bath room');
    await tap('Look closely');
    await expect(page.getByText(/1\.8 m/)).toBeVisible();
    await found('Too near water, or not fit for it', '701.512');
    await page.getByRole('tab', { name: 'Tester' }).tap();
    await tap('Null the leads');
    await choose(page, 'Function', /metal part/, 'tap');
    for (const pipe of ['Hot pipe', 'Cold pipe']) {
      await go(pipe);
      await tap(/^Test /);
    }
    await expect(page.getByRole('table', { name: /Readings/ })).toContainText(/Cold pipe/);
    await go('Bath room');
    await found('A bond of the bath room', '415.2');
    await page.reload({ timeout: 5_000 }).catch(() => undefined);
    await context.setOffline(false);
    await page.goto(`/practice?house=${number}&exercise=bath-room`);
    await expect(page.getByRole('tab', { name: 'Found 2' })).toBeVisible();
    await tap('Submit');
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('radio', { name: 'EICR' }).tap();
    await dialog.getByRole('radio', { name: 'Unsatisfactory' }).tap();
    await dialog.getByRole('button', { name: /^Submit/ }).tap();
    await expect(page.getByText(/^100$/)).toBeVisible();
  });
});

test('failed at the isolation: a cover off what is live, no lock, no second proof; each is said, and costs', async ({
  page,
}) => {
  const number = await composed(page, 'Terrace with two thin-CPC rings', [
    'One cable links the two rings through the floor',
  ]);
  await page.goto(`/practice?house=${number}&exercise=prove-dead`);
  await page.getByRole('switch', { name: 'Way 3', exact: true }).click();
  await expect(page.getByText('Someone shouts from upstairs')).toBeVisible();
  await to(page, 'Kitchen 1');
  await press(page, 'Remove cover');
  await expect(page.getByText('Bare copper, not proved dead')).toBeVisible();
  await press(page, 'Voltage?');
  await expect(page.getByText('An unproved indicator shows nothing')).toBeVisible();
  // Its own way is off: the other ring feeds it.
  await expect(page.getByText(/L–N 2\d\d V/)).toBeVisible();
  await press(page, 'Hint, costs 2 points');
  await handOver(page, 'Satisfactory, ready');
  await expect(part(page, 'Safety')).toContainText('Not kept: Occupants are informed before switching off');
  await expect(part(page, 'Safety')).toContainText('A cover comes off what is proved dead');
  await expect(part(page, 'Faults found')).toContainText('Missed.');
  await expect(part(page, 'Faults found')).toContainText('Hints');
  await press(page, 'Step by step');
  await expect(page.getByRole('listitem').filter({ hasText: 'Bare copper' })).toContainText('Kitchen 1');
  // Played by one who knows, it is whole, and does not count.
  await press(page, 'Repeat this property');
  await press(page, 'Show me');
  await page.getByRole('alertdialog').getByRole('button', { name: 'Show me' }).click();
  await expect(page.getByText('shown solution')).toBeVisible();
  await expect(part(page, 'Safety')).toContainText('20 of 20');
  await press(page, 'What next');
  await expect(page.getByRole('region', { name: /Your results/ })).toContainText('1 done');
});

test('a number that is no house is said, and nothing of practice comes into the firm', async ({ page }) => {
  await page.goto('/practice?house=no-such-house.abc');
  await expect(page.getByRole('alert').filter({ hasText: 'no-such-house.abc' })).toBeVisible();
  await page.getByLabel('Shared property').fill('flat-rewireable.abc');
  const sent: string[] = [];
  page.on('request', (request) => {
    if (request.method() !== 'GET') sent.push(request.url());
  });
  await press(page, 'Open');
  await press(page, 'Look closely');
  await press(page, 'Ask about the house');
  expect(sent).toEqual([]);
});

test('the paper of a practice house: the real pages with what was read and found, crossed, kept, and sent nowhere', async ({
  page,
}) => {
  const number = await composed(page, 'Third-floor flat with rewireable fuses', [
    'Gas bond hangs free behind the meter',
  ]);
  await page.goto(`/practice?house=${number}`);
  await to(page, 'Gas where it enters');
  await press(page, 'Look closely');
  await claim(page, null, 'A main bond missing, too small or in the wrong place', 'C2', '411.3.1.2');
  await sheet(page, 'Ways');
  await page.getByRole('switch', { name: 'Main switch' }).click();
  await sheet(page, 'Tester');
  await choose(page, 'Function', /Ze at the intake/);
  await press(page, /^Test /);
  const sent: string[] = [];
  page.on('request', (request) => {
    if (request.method() !== 'GET') sent.push(request.url());
  });
  await page.getByRole('link', { name: 'The document' }).click();
  await expect(page.getByRole('heading', { name: `Practice house ${number}` })).toBeVisible();
  await expect(page.getByRole('link', { name: 'PRACTICE', exact: true }).first()).toBeVisible();
  const stage = (name: RegExp) =>
    page.getByRole('navigation', { name: 'Pages of the job' }).getByRole('link', { name }).click();
  await stage(/^Job details/);
  await page.getByLabel('Client: who pays').fill('A. Learner');
  await page.keyboard.press('Tab');
  await stage(/^Circuits/);
  await expect(page.getByRole('gridcell', { name: /^circuit, circuit 2, Sockets/ })).toBeVisible();
  await stage(/^Observations/);
  await page
    .getByLabel('Add pictures')
    .setInputFiles([{ name: 'clamp.jpg', mimeType: 'image/jpeg', buffer: readFileSync('tests/fixtures/logo.jpg') }]);
  const pictures = page.getByRole('list', { name: 'Pictures of observation 1' });
  await expect(pictures.getByRole('listitem')).toHaveCount(1);
  await expect(pictures).not.toContainText('not yet sent');
  await stage(/^Review and sign/);
  const paper = page.getByRole('region', { name: /^PRACTICE: / });
  await expect(paper).toContainText('A main bond missing');
  await expect(paper).toContainText('practice only, not a document');
  await expect(page.getByRole('link', { name: 'Draft as PDF' })).toHaveCount(0);
  await page.reload();
  await stage(/^Job details/);
  await expect(page.getByLabel('Client: who pays')).toHaveValue('A. Learner');
  expect(sent).toEqual([]);
});

test('from both places: a fuse blown on what is live, then every position of two switches read dead, one strapper broken', async ({
  page,
}) => {
  const number = await composed(page, 'The house of a hundred small repairs', [/^One strapper between the hall/]);
  await page.goto(`/practice?house=${number}&exercise=both-switches`);
  await to(page, 'Hall light');
  await sheet(page, 'Tester');
  await press(page, /^Test /);
  const shows = page.getByLabel('The tester shows');
  await expect(shows).toContainText('its fuse has blown');
  await press(page, /^Test /);
  await expect(page.getByText('the fuse of the tester is blown')).toBeVisible();
  await press(page, 'Replace fuse');
  await to(page, 'Hall switch 1');
  await press(page, 'Switch over');
  await expect(page.getByText('Changed over. Hall light: out.')).toBeVisible();
  await press(page, 'Switch over');
  await isolate(page, 1, 'Hall light');
  await choose(page, 'Links of way 1', 'L to CPC');
  await sheet(page, 'Tester');
  await press(page, 'Null the leads');
  const shown: string[] = [];
  for (const turned of [null, 'Hall switch 1', 'Hall switch 2', 'Hall switch 1', 'Hall switch 2']) {
    if (turned) {
      await to(page, turned);
      await press(page, 'Switch over');
    }
    await to(page, 'Hall light');
    await press(page, /^Test /);
    shown.push((await shows.locator('span').first().textContent()) ?? '');
  }
  // Sound, every other one would be open; here only the one it began with makes.
  expect(shown.map((each) => /^\d/.test(each))).toEqual([true, false, false, false, true]);
  await sheet(page, 'Ways');
  await choose(page, 'Links of way 1', 'no links');
  await page.getByRole('switch', { name: 'Way 1', exact: true }).click();
  await to(page, 'Hall switch 1');
  await claim(page, null, 'A switch in the neutral, or not working from both places', 'C3', '643.10');
  await handOver(page, 'Unsatisfactory');
  await expect(part(page, 'Faults found')).toContainText('5 of 5');
  await expect(part(page, 'Coding')).toContainText('3 of 3');
  await expect(part(page, 'Safety')).toContainText('A dead test is made on what is dead');
});

test('ten findings coded, each with its reason; what they come to stands beside the exercise', async ({ page }) => {
  await page.goto('/practice');
  await press(page, 'Start Code these ten');
  for (let asked = 1; asked <= 10; asked += 1) {
    await expect(page.getByText(`${asked} of 10`)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Submit answer' })).toBeDisabled();
    await page.getByRole('radio', { name: 'C3', exact: true }).click();
    await page.getByLabel('Regulation').fill('411.3.3');
    await press(page, 'Submit answer');
    await expect(page.getByRole('status')).toContainText(/[0-3] of 3\./);
    await press(page, asked < 10 ? 'Next' : 'Result');
  }
  await expect(page.getByRole('heading', { name: /^\d+ of 30$/ })).toBeVisible();
  await press(page, 'What next');
  await expect(page.getByText(/8 min, best/)).toBeVisible();
});

test('which document, eight times; what it came to is with whoever is signed in, on any device', async ({
  page,
  browser,
}) => {
  await signIn(page);
  await page.goto('/practice');
  await press(page, 'Start Which document?');
  for (let asked = 1; asked <= 8; asked += 1) {
    await expect(page.getByText(`${asked} of 8`)).toBeVisible();
    await page.getByRole('radio', { name: 'EIC', exact: true }).click();
    await page.getByRole('radio', { name: 'no', exact: true }).click();
    await press(page, 'Submit answer');
    await expect(page.getByRole('status')).toContainText('building control:');
    await press(page, asked < 8 ? 'Next' : 'Result');
  }
  await expect(page.getByRole('heading', { name: /^\d+ of 24$/ })).toBeVisible();
  const kept = page.waitForResponse(
    (response) => response.request().method() === 'POST' && response.url().endsWith('/api/practice/results'),
  );
  await press(page, 'What next');
  expect((await kept).status()).toBe(204);
  await expect(page.getByText(/5 min, best/)).toBeVisible();
  const elsewhere = await browser.newPage({ storageState: await page.context().storageState() });
  await elsewhere.goto('/practice');
  await elsewhere.evaluate(() => localStorage.clear());
  await elsewhere.reload();
  await expect(elsewhere.getByText(/5 min, best/)).toBeVisible();
  await elsewhere.close();
});

test('one socket, one certificate: the ring tested, its certificate written on the real pages, issued and marked', async ({
  page,
}) => {
  await page.goto('/practice');
  await press(page, 'Start One socket, one certificate');
  await isolate(page, 4, 'Landing 1');
  await press(page, 'Loads out');
  await sheet(page, 'Tester');
  await press(page, 'Null the leads');
  const read = async () => press(page, /^Test /);
  const radios = async (...names: readonly string[]) => {
    for (const name of names) {
      await page.getByRole('radio', { name }).click();
      await read();
    }
  };
  await choose(page, 'Function', /ends of a ring/);
  await radios('r1', 'rn', 'r2');
  await choose(page, 'Function', /insulation of a circuit/);
  await radios('L–N', 'L–E', 'N–E');
  const sockets = await page
    .getByRole('navigation', { name: 'Places' })
    .getByRole('button', { name: /^(Front bedroom|Back bedroom|Landing) \d/ })
    .locator('.truncate')
    .allTextContents();
  for (const [how, pair] of [
    ['L to N crossed', 'L–N'],
    ['L to CPC crossed', 'L–E'],
  ] as const) {
    await sheet(page, 'Ways');
    await choose(page, 'Links of way 4', how);
    await sheet(page, 'Tester');
    await choose(page, 'Function', /at this point, as linked/);
    await page.getByRole('radio', { name: pair }).click();
    for (const socket of sockets) {
      await to(page, socket);
      await read();
    }
  }
  await sheet(page, 'Ways');
  await choose(page, 'Links of way 4', 'no links');
  // The paper begun in the middle of the work: what is read after it comes in.
  const visit = page.url();
  await page.getByRole('link', { name: 'The document' }).click();
  const stage = (name: RegExp) =>
    page.getByRole('navigation', { name: 'Pages of the job' }).getByRole('link', { name }).click();
  await stage(/^Circuits/);
  await expect(cell(page, 'r1', 4)).toHaveAccessibleName(/0\.\d\d ohm/);
  await expect(cell(page, 'Zs', 4)).not.toHaveAccessibleName(/ohm/);
  await page.goto(visit);
  await sheet(page, 'Ways');
  await page.getByRole('switch', { name: 'Way 4', exact: true }).click();
  await to(page, 'Landing 1');
  await sheet(page, 'Tester');
  await choose(page, 'Function', /Zs at this point/);
  await page.getByRole('radio', { name: 'no-trip' }).click();
  await read();
  await choose(page, 'Function', /from here/);
  await read();
  await sheet(page, 'Ways');
  await page.getByRole('switch', { name: 'Main switch' }).click();
  await sheet(page, 'Tester');
  await choose(page, 'Function', /Ze at the intake/);
  await read();
  await sheet(page, 'Ways');
  for (const name of ['Way 3', 'Way 4', 'Main switch'])
    await page.getByRole('switch', { name, exact: true }).first().click();

  await page.getByRole('link', { name: 'The document' }).click();
  await stage(/^Circuits/);
  await expect(cell(page, 'Zs', 4)).toHaveAccessibleName(/\d ohm/);
  const step3 = await page.evaluate(() => {
    const [begun = ''] = Object.keys(localStorage).filter((key) => key.startsWith('paper practice paper'));
    const { entries } = JSON.parse(localStorage.getItem(begun) ?? '{}') as {
      entries: { body: { slot?: { step?: number }; value?: { shown?: string } } }[];
    };
    return entries.flatMap(({ body }) => (body.slot?.step === 3 ? [body.value?.shown ?? ''] : [])).sort();
  });
  expect(step3).toHaveLength(sockets.length);
  for (const [column, typed] of [
    ['R1 plus R2', step3.at(-1) ?? ''],
    ['polarity', 'ok'],
    ['RCD test button', 'ok'],
  ] as const) {
    await cell(page, column, 4).click();
    await page.keyboard.type(typed);
    await page.keyboard.press('Enter');
  }
  await stage(/^Job details/);
  await fill(page, 'Client: who pays', 'B. Tallow');
  await fill(page, 'Client address', '3 Sparrow Court');
  await fill(page, 'What, where, which circuit', 'Added a double socket on the landing to the upstairs ring');
  await page.getByRole('checkbox', { name: '4 Ring up' }).check();
  await fill(page, 'Departures', 'None');
  await fill(page, 'On the existing installation', 'None noticed');
  await page.getByRole('main').getByLabel('Completed on').first().fill('27 Nov 2026');
  await page.keyboard.press('Tab');
  await stage(/^Supply and earthing/);
  await fill(page, /^Main bonding/, '10');
  await choose(page, /^Water/, /Bonded|bonded|yes/i);
  await choose(page, /^Gas/, /Bonded|bonded|yes/i);
  await stage(/^Review and sign/);
  await press(page, 'Sign, in practice');
  await press(page, 'Seal and issue');
  await expect(page.getByText(/PRACTICE-MWC-1/).first()).toBeVisible();

  await page.goto(visit);
  await press(page, 'Submit');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('radio', { name: 'MWC' }).click();
  await dialog.getByRole('radio', { name: /^Satisfactory/ }).click();
  await dialog.getByRole('button', { name: /^Submit/ }).click();
  await expect(part(page, 'Tests done')).toContainText('6 of 6');
  await expect(part(page, 'Document')).toContainText('15 of 15');
  await expect(part(page, 'Safety')).toContainText('20 of 20');
});

test('shown, the certificate is written too: complete, issued, and there to be read', async ({ page }) => {
  await page.goto('/practice');
  await press(page, 'Start One socket, one certificate');
  await press(page, 'Show me');
  await page.getByRole('alertdialog').getByRole('button', { name: 'Show me' }).click();
  await expect(page.getByText('shown solution')).toBeVisible();
  await expect(part(page, 'Document')).toContainText('15 of 15');
  await page.getByRole('link', { name: 'Open document' }).click();
  await page
    .getByRole('navigation', { name: 'Pages of the job' })
    .getByRole('link', { name: /^Review and sign/ })
    .click();
  await expect(page.getByText(/PRACTICE-MWC-1/).first()).toBeVisible();
  // Their own go at the same house begins a paper of its own.
  await page.goBack();
  await page.goBack();
  await press(page, 'Repeat this property');
  await page.getByRole('link', { name: 'The document' }).click();
  await page
    .getByRole('navigation', { name: 'Pages of the job' })
    .getByRole('link', { name: /^Review and sign/ })
    .click();
  await expect(page.getByRole('heading', { name: /PRACTICE/ }).first()).toBeVisible();
  await expect(page.getByText(/PRACTICE-MWC-1/)).toHaveCount(0);
});
