import type { Page } from '@playwright/test';
import {
  cell,
  choose,
  entriesOf,
  expect,
  openBench,
  openJob,
  proveDead,
  sallowRiseJob,
  sendNow,
  settled,
  signIn,
  tabTo,
  test,
  toBench,
} from './ledger-page';

type Slot = { on: { of: string }; test: string; pair?: string; step?: number };
type Taken = {
  slot: Slot;
  value: { is: string; shown?: string; bound?: string };
  isolationId: string | null;
  leadNullOhms: string | null;
  instrumentId: string | null;
};

const isPointR1r2 = ({ slot }: Taken) => slot.test === 'r1r2' && slot.on.of === 'point';
const readings = (page: Page, job: string) => entriesOf<Taken>(page, job, 'reading.taken');

test('a full sequence of dead tests by keyboard alone', async ({ page }) => {
  const job = await sallowRiseJob(page, 'KEYS-1');
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key);
  };
  await page.goto(`${job}/isolation`);
  await settled(page);
  for (const [field, text] of [
    [/^Permission/, 'Ms R. Sedge'],
    [/^Lock number/, '14'],
    [/^Proving unit/, 'PU-12'],
  ] as const) {
    await tabTo(page, field);
    await page.keyboard.type(text);
  }
  await press('Enter');
  for (const step of [/^Reading: 230/, /^L–N: 0/, /^L–E: 0/, /^N–E: 0/, /^Reading again: 230/]) {
    await tabTo(page, step);
    await press('Enter');
  }
  await expect(page.getByText('✓ Proved dead')).toBeVisible();
  await tabTo(page, /^Tests/);
  await press('Enter');
  await expect(page.getByTestId('tester')).toContainText('linked');

  // Continuity of the utility room's radial: one point at a time, each with its polarity.
  await toBench(page, 'Continuity');
  await tabTo(page, /^Probes together/);
  await page.keyboard.type('0.08');
  await press('Enter');
  await expect(page.getByText('Null the leads.')).toHaveCount(0);
  await tabTo(page, /^L–CPC link made$/);
  await press('Enter');
  await tabTo(page, /^Add points/);
  await page.keyboard.type('utility room 4');
  await press('Enter');
  await expect(page.getByRole('textbox', { name: /^R1\+R2, point 4 Utility room 4/ })).toBeVisible();
  await tabTo(page, /^R1\+R2, point 1/, 'Shift+Tab');
  for (let point = 1; point <= 4; point += 1) {
    await expect(page.getByRole('textbox', { name: new RegExp(`^R1\\+R2, point ${point} `) })).toBeFocused();
    await press('Space');
    await expect(page.getByRole('textbox', { name: new RegExp(`^Pol\\., point ${point} `) })).toBeFocused();
    await press('y', 'Enter');
  }
  await expect(page.getByRole('textbox', { name: /^R1\+R2, point 3/ })).toHaveValue(/~/);
  await expect(page.getByText(/the highest, at Utility room 3/)).toBeVisible();
  await page.keyboard.press('Tab');
  await tabTo(page, /^L–CPC link fitted: ✓ Removed$/);
  await press('Enter');

  // The ring: ends, step 2, step 3, its links in and out on the way.
  await toBench(page, 'Ring final circuit');
  await tabTo(page, /^Add points/);
  await page.keyboard.type('hall, parlour 2, kitchen 3');
  await press('Enter');
  await expect(page.getByRole('row')).toHaveCount(7);
  await tabTo(page, /^r1, end to end/);
  for (const next of [/^rn, end to end/, /^r2, end to end/, /^L–N, point 1 Hall/]) {
    await press('Space');
    await expect(page.getByRole('textbox', { name: next })).toBeFocused();
  }
  for (let point = 2; point <= 6; point += 1) {
    await press('Space');
    await expect(page.getByRole('textbox', { name: new RegExp(`^L–N, point ${point} `) })).toBeFocused();
  }
  await press('Space');
  for (let point = 1; point <= 6; point += 1) {
    await expect(page.getByRole('textbox', { name: new RegExp(`^L–CPC, point ${point} `) })).toBeFocused();
    await press('Space');
  }
  await expect(page.getByRole('textbox', { name: /^L–CPC, point 6/ })).toHaveValue(/^0\.2/);
  await tabTo(page, /^Record R1\+R2/);
  await press('Enter');

  // Insulation, circuit by circuit.
  await toBench(page, 'Insulation resistance');
  await tabTo(page, /^L–N, way 1/);
  for (const next of [/^L–E, way 1/, /^N–E, way 1/, /^L\+N–E, way 1/]) {
    await press('Space');
    await expect(page.getByRole('textbox', { name: next })).toBeFocused();
  }
  await expect(page.getByTestId('board-total')).toContainText('at least');
  await settled(page);

  const taken = await readings(page, job);
  expect(taken.filter((each) => isPointR1r2(each))).toHaveLength(4);
  expect(taken.filter((each) => each.slot.test === 'ring')).toHaveLength(15);
  expect(taken.filter((each) => each.slot.test === 'insulation')).toHaveLength(3);
  expect(taken.every((each) => each.isolationId !== null)).toBe(true);
  expect(
    taken
      .filter((each) => isPointR1r2(each))
      .every((each) => each.leadNullOhms === '0.08' && each.instrumentId !== null),
  ).toBe(true);
  await page.goto(`${job}/circuits`);
  await settled(page);
  await expect(cell(page, 'R1 plus R2', 4)).toHaveAccessibleName(/~/);
  await expect(cell(page, 'polarity', 4)).toHaveAccessibleName(/✓|correct|pass/);
  await expect(cell(page, 'insulation resistance live to earth', 1)).toHaveText(/>999/);
});

test('a circuit chosen stands before anything can be typed into the one before', async ({ page }) => {
  const job = await sallowRiseJob(page, 'CHOSEN-1');
  await openBench(page, job, 'continuity');
  await choose(page, 'Circuit', '8 Porch and gatepost lights');
  const chosen = page.getByRole('combobox', { name: 'Circuit', exact: true });
  await expect(chosen).toContainText('8 Porch');
  // Looked at in the same breath as the press: a later task of the browser could be a key already.
  const seen = await page.evaluate(async () => {
    document.querySelector<HTMLElement>('[aria-label="Circuit before"]')?.click();
    await Promise.resolve();
    return document.querySelector('[role="combobox"][aria-label="Circuit"]')?.textContent;
  });
  expect(seen).toMatch(/^7 /);
});

test.describe('by touch, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  test('the same tests with a thumb: pad, marks and the tester', async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    const job = await sallowRiseJob(page, 'THUMB-1');
    await page.setViewportSize({ width: 390, height: 844 });
    await proveDead(page, job, 'tap');
    await openBench(page, job, 'continuity');
    const pad = page.getByRole('region', { name: 'Keypad' });
    const tap = async (...keys: string[]) => {
      for (const key of keys) await pad.getByRole('button', { name: key, exact: true }).tap();
    };
    await choose(page, 'Circuit', '8 Porch and gatepost lights', 'tap');
    await page.getByLabel('Add points').fill('porch light, side passage light, bin store light, gatepost light');
    await page.getByRole('button', { name: 'Add', exact: true }).tap();
    await page.getByRole('textbox', { name: /^R1\+R2, point 1 Porch light/ }).tap();
    await tap('0', '.', '1', '9', 'Enter');
    await expect(pad).toContainText('Pol. point 1 Porch light');
    await tap('Correct');
    await tap('Take reading');
    await expect(page.getByRole('textbox', { name: /^R1\+R2, point 2/ })).toHaveValue(/^0\.4\d$/);
    await tap('Correct', '0', '.', '6', 'Unstable: from, to', '0', '.', '9', 'Enter');
    await expect(page.getByRole('textbox', { name: /^R1\+R2, point 3/ })).toHaveValue('0.6~0.9');
    await tap('Correct', 'LIM');
    await expect(page.getByRole('textbox', { name: /^R1\+R2, point 4/ })).toHaveValue('LIM');

    await choose(page, 'Test', 'Ring final circuit', 'tap');
    await page.getByLabel('Add points').fill('hall, kitchen 2');
    await page.getByRole('button', { name: 'Add', exact: true }).tap();
    await page.getByRole('textbox', { name: /^r1, end to end/ }).tap();
    for (const next of ['rn', 'r2', 'L–N point 1 Hall']) {
      await tap('Take reading');
      await expect(pad).toContainText(next);
    }
    await page.getByRole('button', { name: 'links fitted' }).first().tap();
    await page.getByRole('textbox', { name: /^L–N, point 1 Hall/ }).tap();
    for (const next of ['L–N point 2', 'L–N point 3', 'L–CPC point 1']) {
      await tap('Take reading');
      await expect(pad).toContainText(next);
    }
    await page.getByRole('button', { name: 'links fitted: ✓ Removed' }).tap();
    await page.getByRole('button', { name: 'links fitted' }).last().tap();
    await page.getByRole('textbox', { name: /^L–CPC, point 1 Hall/ }).tap();
    for (const next of ['L–CPC point 2', 'L–CPC point 3']) {
      await tap('Take reading');
      await expect(pad).toContainText(next);
    }
    await tap('Take reading');
    await expect(page.getByRole('textbox', { name: /^L–CPC, point 3/ })).toHaveValue(/^0\.\d\d$/);
    await page.getByRole('button', { name: 'links fitted: ✓ Removed' }).tap();
    await page.getByRole('button', { name: /^Record R1\+R2/ }).tap();

    await choose(page, 'Test', 'Insulation resistance', 'tap');
    await page.getByRole('textbox', { name: /^L–N, way 1 / }).tap();
    await tap('Over range', 'Over range', '2', '.', '4', 'Enter');
    await expect(page.getByTestId('board-total')).toContainText('2.4 MΩ');
    await settled(page);
    const taken = await readings(page, job);
    const ring = taken.filter(
      (each) => each.slot.test === 'ring' || (each.slot.test === 'r1r2' && each.slot.on.of === 'way'),
    );
    expect(ring.map((each) => each.value.is)).toEqual(Array(10).fill('number'));
    expect(taken.filter((each) => !ring.includes(each)).map((each) => each.value.is)).toEqual([
      'number',
      'confirmed',
      'number',
      'confirmed',
      'unstable',
      'confirmed',
      'not-taken',
      'over',
      'over',
      'number',
    ]);
    expect(await entriesOf(page, job, 'link.cleared')).toHaveLength(2);
  });
});

test('a fault to earth is found by halving and becomes an observation', async ({ page }) => {
  const job = await sallowRiseJob(page, 'HALF-1');
  await proveDead(page, job);
  await openBench(page, job, 'insulation');
  await page.getByRole('button', { name: 'Porch and gatepost lights' }).click();
  await page.getByLabel('Left connected').fill('photocell');
  await page.getByLabel('Left connected').blur();
  await page.getByRole('textbox', { name: /^L–N, way 8/ }).focus();
  for (const next of [/^L–E, way 8/, /^N–E, way 8/, /^L\+N–E, way 8/]) {
    await page.keyboard.press('Space');
    await expect(page.getByRole('textbox', { name: next })).toBeFocused();
  }
  await expect(page.getByText('Neutral alone is low to earth', { exact: false })).toBeVisible();
  await settled(page);
  expect(
    (await entriesOf<{ connected: string | null }>(page, job, 'reading.taken')).map((reading) => reading.connected),
  ).toEqual(['photocell', 'photocell', 'photocell']);
  await page.getByLabel('Add points').fill('porch light, side passage light, bin store light, gatepost light');
  await page.getByLabel('Add points').press('Enter');
  const sections = page.getByRole('list', { name: 'Sections from the board' });
  for (let opened = 0; opened < 4; opened += 1) {
    const next = sections.getByText(/^Open before /);
    if ((await next.count()) === 0) break;
    const name = ((await next.textContent()) ?? '').replace('Open before ', '');
    await sections.getByRole('button', { name: 'opened', exact: true }).last().click();
    for (const side of ['Board side', 'Far side']) {
      const field = page.getByRole('textbox', { name: new RegExp(`^${side}, opened before ${name}`) });
      await field.focus();
      await page.keyboard.press('Space');
      await expect(field).toHaveValue(/\d/);
    }
    await sections.getByRole('button', { name: 'open: ✓ Reconnected' }).click();
  }
  await expect(page.getByText('The fault is in the section to Gatepost light')).toBeVisible();
  await expect(sections.locator('.line-through')).toHaveCount(3);
  await page.getByRole('link', { name: 'Add observation for this section' }).click();
  await expect(page.getByRole('textbox', { name: 'What was found' })).toHaveValue(/section to Gatepost light, way 8/);
});

test('the tester’s link dropped while it reads loses nothing and doubles nothing', async ({ page }) => {
  let lines = 0;
  await page.routeWebSocket(/^ws:\/\/127\.0\.0\.1/, (line) => {
    lines += 1;
    const tester = line.connectToServer();
    if (lines > 1) return;
    // The first line dies with the answer on its way.
    tester.onMessage((message) => (String(message).includes('"reading"') ? void line.close() : line.send(message)));
  });
  const job = await sallowRiseJob(page, 'DROP-1');
  await proveDead(page, job);
  lines = 0;
  await openBench(page, job, 'insulation');
  await page.getByRole('textbox', { name: /^L–N, way 1/ }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('textbox', { name: /^L–N, way 1/ })).toHaveValue('>999');
  expect(lines).toBeGreaterThan(1);
  await expect(page.getByTestId('tester')).toContainText('linked');
  await expect(page.getByTestId('tester')).not.toContainText('awaited');
  await settled(page);
  await page.reload();
  await settled(page);
  await expect(page.getByTestId('tester')).toContainText('linked');
  expect(await readings(page, job)).toHaveLength(1);
});

test('a whole bench with the network off, and back', async ({ page, context }) => {
  const job = await sallowRiseJob(page, 'DARK-1');
  await openBench(page, job, 'ring');
  await expect(page.getByRole('region', { name: 'Diagnosis' })).toContainText('Four readings or more');
  await expect(page.getByTestId('all-on-device')).toBeAttached();
  await context.setOffline(true);
  await page.getByLabel('Add points').fill('hall, kitchen 2');
  await page.getByLabel('Add points').press('Enter');
  await page.getByRole('textbox', { name: /^r1, end to end/ }).focus();
  for (const reading of ['0.45', '0.45', '0.73', '0.22', '0.22', '0.23', '0.28', '0.29', '0.28']) {
    await page.keyboard.type(reading);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('region', { name: 'Diagnosis' })).toContainText('A sound ring');
  // Another bench opens without the network too.
  await choose(page, 'Test', 'Insulation resistance');
  await page.getByRole('textbox', { name: /^L–N, way 1/ }).fill('>999');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('send-state')).toContainText('saved here');
  await context.setOffline(false);
  await sendNow(page);
  await settled(page);
  expect(await readings(page, job)).toHaveLength(10);
});

test('the board as on the wall: added to, put in order by keyboard, copied, charted', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'WALL-1');
  await openBench(page, job, 'board');
  await page.getByRole('button', { name: 'Add consumer unit' }).click();
  const add = page.getByRole('group', { name: 'Add circuit' });
  for (const circuit of ['Lights', 'Cooker', 'Shower'])
    await add.getByRole('button', { name: circuit, exact: true }).click();
  const wall = page.getByRole('region', { name: 'Consumer unit', exact: true });
  await expect(wall.getByRole('button', { name: /^Move way/ })).toHaveCount(3);
  await wall.getByRole('button', { name: 'Move way 3' }).focus();
  // What is carried is announced: the next key waits until this one has done its part.
  const announced = page.locator('[id^=DndLiveRegion]').first();
  for (const key of ['Space', 'ArrowLeft', 'ArrowLeft', 'Space']) {
    const before = (await announced.textContent()) ?? '';
    await page.keyboard.press(key);
    await expect(announced).not.toHaveText(before);
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
  }
  const chart = page.getByRole('region', { name: /^Circuit chart/ });
  await expect(chart.getByRole('row').nth(1)).toContainText('Shower');
  await wall
    .getByRole('button', { name: /Lights/ })
    .first()
    .click();
  await page.getByRole('textbox', { name: 'Behind RCD' }).fill('RCD 1');
  await page.getByRole('textbox', { name: 'Behind RCD' }).blur();
  await expect(wall.getByText('RCD 1, 30 mA A')).toBeVisible();
  await add.getByRole('button', { name: 'Copy of way 2' }).click();
  await expect(chart.getByRole('row').nth(4)).toContainText('Lights (copy)');
  await page.getByLabel('Add points').fill('hall, kitchen 2');
  await page.getByLabel('Add points').press('Enter');
  const points = page.getByRole('region', { name: 'Points of way 4' });
  await expect(points.getByRole('listitem')).toHaveCount(3);
  await points.getByLabel('spur').last().check();
  await choose(page, 'Hall: switching', /^two-way/i);
  await settled(page);
  const moved = await entriesOf<{ to: number }>(page, job, 'way.moved');
  expect(moved).toMatchObject([{ to: 1 }]);
});

test('a repair asks for its tests again, and the plan says so until they are done', async ({ page }) => {
  const job = await sallowRiseJob(page, 'MEND-1');
  await openBench(page, job, 'plan');
  await expect(page.getByText(/^Blocked: No isolation record covers this/).first()).toBeVisible();
  await proveDead(page, job);
  await openBench(page, job, 'insulation');
  await page.getByRole('textbox', { name: /^L\+N–E, way 7/ }).fill('0.4');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Boiler and controls' }).click();
  await page.getByText('Fixed during inspection?').click();
  await page.getByLabel('What was repaired').fill('Trapped neutral freed in the boiler connection unit');
  await page.getByRole('button', { name: 'Save repair' }).click();
  await choose(page, 'Test', 'Plan of tests');
  const repeats = page.getByRole('region', { name: 'Repeat after a repair' });
  await expect(repeats).toContainText('Way 7: insulation resistance, live to earth');
  await expect(repeats).toContainText('Trapped neutral freed');
  await repeats.getByRole('button').click();
  await page.getByRole('textbox', { name: /^L\+N–E, way 7/ }).fill('>999');
  await page.keyboard.press('Enter');
  await choose(page, 'Test', 'Plan of tests');
  await expect(repeats).toContainText('Nothing to repeat');
  await choose(page, 'Order of tests', /^Live/i);
  await expect(page.getByRole('listitem').filter({ hasText: 'Polarity, Ze and Ipf' })).toContainText('1');
  await settled(page);
});
