import { addBoard, bySection, cell, expect, markItem, openJob, settled, signIn, test } from './ledger-page';

test('a job opened anew says what is next, and follows it', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'NEW-1');
  const next = page.getByRole('link', { name: /^Next:/ });
  await expect(next).toHaveText('→Next: Client address');
  await next.click();
  await expect(page).toHaveURL(new RegExp(`${job}/brief#client-address`));
  await page.getByRole('textbox', { name: /^Client address/ }).fill('2 Tannery Row');
  await page.getByRole('textbox', { name: /^Client address/ }).blur();
  await expect(next).toHaveText('→Next: Occupier (enter vacant if empty)');
  await page.goto(job);
  await expect(page.getByRole('list').first().getByRole('listitem')).toHaveCount(9);
  await expect(page.getByRole('heading', { name: 'Needs attention' })).toBeVisible();
});

test('a limit of the inspector’s own stands with its reason and comes off with undo', async ({ page }) => {
  await signIn(page);
  await addBoard(page, await openJob(page, 'LIMIT-1'));
  await cell(page, 'Zs', 2).click();
  await page.keyboard.type('7.5');
  await page.keyboard.press('Enter');
  await cell(page, 'Zs', 2).click();
  const working = page.getByLabel('Working');
  await expect(working).toContainText('7.50 Ω > 7.28 Ω');
  await page.getByRole('button', { name: 'Use another limit' }).click();
  await working.getByLabel('Limit in ohm').fill('10');
  await working.getByLabel('Reason for this limit').fill('maker states a lower operating current');
  await working.getByRole('button', { name: 'Save limit' }).click();
  await expect(working).toContainText('set by the inspector: maker states a lower operating current');
  await expect(cell(page, 'Zs', 2)).toHaveAccessibleName(/7\.5 ohm, pass/);
  await settled(page);
});

test('a typical finding is found by other words for it', async ({ page }) => {
  await signIn(page);
  await page.getByRole('link', { name: 'FW-121' }).click();
  await page
    .getByRole('link', { name: /^Observations/ })
    .first()
    .click();
  await settled(page);
  await page.getByRole('textbox', { name: 'What was found' }).fill('unidirectional rcbo');
  await expect(
    page
      .getByRole('list', { name: 'Typical observations' })
      .getByRole('button', { name: /One-way protective device fed both ways/ }),
  ).toBeVisible();
});

test('inspection items are marked with reasons, and undone together', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'INSP-1');
  await bySection(page, job);
  await page.getByRole('button', { name: 'Mark the 3 left acceptable' }).click();
  await expect(page.getByText('✓ all 3')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('3 of 3 open')).toBeVisible();
  await markItem(page, '3.6', 'not verified');
  await page.getByRole('button', { name: 'Save N/V' }).click();
  await expect(page.getByText(/^N\/V: /)).toHaveCount(0);
  await page.getByLabel('Reason for N/V').fill('Behind the boiler');
  await page.getByRole('button', { name: 'Save N/V' }).click();
  await expect(page.getByText('N/V: Behind the boiler')).toBeVisible();
  await markItem(page, '4.3', 'danger present');
  await page.getByRole('link', { name: 'Add observation for 4.3' }).click();
  await expect(page.getByRole('combobox', { name: 'Inspection item' })).toContainText('4.3');
  await expect(page.getByText('Inform the person in charge at once')).toBeVisible();
});

test('every gap leads to the cell that fills it', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'GAPS-1');
  await addBoard(page, job);
  await page.goto(`${job}/review`);
  await settled(page);
  const open = page.getByRole('region', { name: 'To complete' });
  await open.getByRole('link').nth(80).waitFor();
  const links = await open
    .getByRole('link')
    .evaluateAll((all) => all.map((link) => (link as HTMLAnchorElement).href).filter((href) => href.includes('#')));
  expect(links.length).toBeGreaterThan(80);
  const pages = new Set(links.map((link) => link.split('#')[0] ?? ''));
  expect(pages.size).toBeGreaterThanOrEqual(5);
  for (const address of pages) {
    const there = links.filter((link) => link.startsWith(`${address}#`));
    await page.goto(there[0] ?? address);
    await settled(page);
    for (const gap of there) {
      const id = decodeURIComponent(gap.split('#')[1] ?? '');
      await expect(page.locator(`[id="${id}"]`), gap).toHaveCount(1);
    }
  }
});
