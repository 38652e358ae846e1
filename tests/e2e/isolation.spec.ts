import { addBoard, cell, choose, expect, openJob, openSetup, settled, signIn, test } from './ledger-page';

test.describe('safe isolation', () => {
  let job = '';
  test.beforeEach(async ({ page }) => {
    await signIn(page);
    job = await openJob(page, 'ISO-1');
    await addBoard(page, job);
    await settled(page);
    await page.goto(`${job}/isolation`);
    await settled(page);
    await page.getByLabel('Permission given by').fill('Ms R. Sedge');
    await page.getByLabel('Lock number').fill('14');
    await page.getByLabel('Proving unit or known source').fill('Proving unit PU-12');
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await expect(page.getByRole('status').filter({ hasText: 'prove the indicator' })).toBeVisible();
  });
  const tap = (page: import('@playwright/test').Page, name: string) =>
    page.getByRole('button', { name, exact: true }).click();

  test('proved step by step, seen on every page, and dead readings belong to it', async ({ page }) => {
    await tap(page, 'Reading: 230 volts');
    for (const pair of ['L–N', 'L–E', 'N–E']) await tap(page, `${pair}: 0 volts`);
    await expect(page.getByText('Not proved yet: prove the indicator again')).toBeVisible();
    await tap(page, 'Reading again: 230 volts');
    await expect(page.getByText('✓ Proved dead')).toBeVisible();
    await page.goto(`${job}/circuits`);
    await expect(
      page.getByRole('link', { name: /^Whole installation: proved dead · Main switch, lock 14/ }),
    ).toBeVisible();
    await cell(page, 'R1 plus R2', 1).click();
    await page.keyboard.type('0.35');
    await page.keyboard.press('Enter');
    await settled(page);
    const answer = await page.request.get(`/api${job}/entries`);
    const { entries } = (await answer.json()) as { entries: { kind: string; body: { isolationId?: string } }[] };
    const begun = entries.find((e) => e.kind === 'isolation.begun');
    expect(entries.find((e) => e.kind === 'reading.taken')?.body.isolationId).toBe(begun?.body.isolationId);
    await page.goto(`${job}/isolation`);
    await settled(page);
    await page.getByRole('button', { name: 'Left site' }).click();
    await expect(page.getByText('Lapsed: left site. Repeat the whole procedure.')).toBeVisible();
    await page.goto(`${job}/circuits`);
    await settled(page);
    await openSetup(page);
    await page.getByLabel('No isolation in force: reason').fill('Sub-main switched and locked at the house');
    await page.getByLabel('No isolation in force: reason').blur();
    await cell(page, 'R1 plus R2', 2).click();
    await page.keyboard.type('0.94');
    await page.keyboard.press('Enter');
    await settled(page);
    const later = (await (await page.request.get(`/api${job}/entries`)).json()) as {
      entries: { kind: string; body: { isolationWhy?: string | null } }[];
    };
    expect(later.entries.filter((e) => e.kind === 'reading.taken').at(-1)?.body.isolationWhy).toBe(
      'Sub-main switched and locked at the house',
    );
  });

  test('any voltage stops it, on every page, and what the indicator cannot prove is void', async ({ page }) => {
    await tap(page, 'Reading: 230 volts');
    await tap(page, 'L–N: 0 volts');
    await page.getByRole('textbox', { name: 'N–E' }).fill('86');
    await page.getByRole('textbox', { name: 'N–E' }).press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: 'STOP: not dead' })).toContainText('86 V N–E');
    await page.goto(`${job}/origin`);
    await expect(page.getByRole('link', { name: /^Whole installation: STOP, not dead · Main switch/ })).toBeVisible();
    await page.goto(`${job}/isolation`);
    await tap(page, 'N–E: 0 volts');
    await tap(page, 'L–E: 0 volts');
    await page.getByRole('textbox', { name: 'Reading again' }).fill('0');
    await page.getByRole('textbox', { name: 'Reading again' }).press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: 'VOID' })).toBeVisible();
  });

  test('energising waits for every link', async ({ page }) => {
    await choose(page, 'What was linked or disconnected', 'ring cross-connection');
    await choose(page, 'Where', /^Way 1 /);
    await page.getByRole('button', { name: 'Save link' }).click();
    const gate = page.getByRole('status', { name: 'May it be energised' });
    await expect(gate).toContainText('Do not energise: 1 still in');
    await expect(gate).toContainText('a dead short as soon as it is energised');
    await expect(page.getByRole('link', { name: /1 link or disconnection still in/ })).toBeVisible();
    await page.getByRole('button', { name: /^Removed or reconnected: ring cross-connection/ }).click();
    await expect(gate).toContainText('Nothing is linked or disconnected');
  });
});
