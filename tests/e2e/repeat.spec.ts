import { addBoard, beginJob, cell, entriesOf, expect, openJob, settled, signIn, test } from './ledger-page';

test('a repeat visit begins with what is known, and a result that moved is said beside the earlier one', async ({
  page,
}) => {
  await signIn(page);
  const first = await openJob(page, 'REP-1');
  await addBoard(page, first);
  await cell(page, 'R1 plus R2', 2).click();
  await page.keyboard.type('0.45');
  await page.keyboard.press('Enter');
  await settled(page);

  const [site] = await entriesOf<{ address: string }>(page, first, 'site.described');
  const address = site?.address ?? '';

  await beginJob(page, 'Inspect an existing installation');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your reference').fill('REP-2');
  await dialog.getByLabel('Installation address').fill(address.toLowerCase().replace(',', ' '));
  await dialog.getByLabel('Client: who pays').fill('Larkspur Lettings');
  await expect(dialog.getByRole('region', { name: 'Existing address' })).toContainText('EICR REP-1');
  await expect(dialog.getByRole('checkbox', { name: /^Copy supply, boards/ })).toBeChecked();
  await dialog.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  const second = new URL(page.url()).pathname;
  expect(second).not.toBe(first);
  await page.goto(`${second}/circuits`);
  await settled(page);
  await expect(cell(page, 'protective device', 2)).toHaveText('60898 B6');
  await expect(cell(page, 'R1 plus R2', 2)).toHaveAccessibleName(/empty/);
  await cell(page, 'R1 plus R2', 2).click();
  const working = page.getByRole('region', { name: 'Working' });
  await expect(working).toContainText('Earlier 0.45');
  await page.keyboard.type('0.90');
  await page.keyboard.press('Enter');
  await cell(page, 'R1 plus R2', 2).click();
  await expect(working).toContainText('Earlier 0.45, REP-1 · deteriorating');
  await settled(page);
  expect(await entriesOf(page, second, 'earlier.brought')).toMatchObject([{ visits: [{ reference: 'REP-1' }] }]);
});
