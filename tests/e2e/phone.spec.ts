import { addBoard, expect, openJob, settled, signIn, test } from './ledger-page';

test('readings are taken with a thumb at 390 × 844', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'PH-1');
  await addBoard(page, job);
  await settled(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${job}/circuits`);
  await expect(page.getByRole('combobox', { name: 'Circuit', exact: true })).toBeVisible();
  const zs = page.getByRole('textbox', { name: /^Zs/ }).last();
  await zs.fill('0.55');
  await zs.press('Enter');
  await expect(page.getByText(/0\.55 Ω ≤/).first()).toBeVisible();
  const quick = page.getByRole('main').getByRole('button', { name: /^(>999|ok|rev), / });
  expect(await quick.count()).toBeGreaterThan(2);
  for (const button of await quick.all()) expect((await button.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(44);
  await page.getByRole('button', { name: 'Next circuit' }).click();
  await page
    .getByRole('button', { name: /^>999, insulation/i })
    .first()
    .click();
  await expect(page.getByText('at least 999 MΩ ≥ 1.0 MΩ').first()).toBeVisible();
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBe(390);
  await settled(page);
});

test('what is still missing of a way leads a phone to its field', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'PH-2');
  await addBoard(page, job);
  await page.goto(`${job}/tests?bench=board`);
  await page.getByRole('group', { name: 'Add circuit' }).getByRole('button', { name: 'Lights', exact: true }).click();
  await settled(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${job}/review`);
  await settled(page);
  for (const [missing, called] of [
    ['number of points', 'Points'],
    ['reference method', 'Reference method'],
  ] as const) {
    await page
      .getByRole('link', { name: new RegExp(`: ${missing}`) })
      .last()
      .click();
    const field = page.getByRole('main').getByRole('textbox', { name: called, exact: true });
    await expect(field).toBeFocused();
    await expect(page.getByRole('combobox', { name: 'Circuit', exact: true })).toHaveText(/Lights/);
    await page.goto(`${job}/review`);
  }
});
