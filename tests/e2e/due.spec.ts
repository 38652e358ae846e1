import { expect, signIn, test } from './ledger-page';

test('what is due is one list and one month, and a reminder is read over, sent and remembered', async ({ page }) => {
  await signIn(page);
  await expect(page.getByRole('region', { name: /^Due/ })).toContainText('Calibration of Two-pole voltage indicator');
  await page.getByRole('link', { name: 'Due', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: /^Due/ })).toBeVisible();
  await page.getByRole('radio', { name: 'Month' }).click();
  const month = page.getByRole('region', { name: 'Month' });
  await expect(month.getByRole('heading')).toContainText(/\d{4}/);
  await page.getByRole('radio', { name: 'List' }).click();
  // The firm's own duty is nobody else's to be reminded of.
  await page.getByRole('radio', { name: 'Duties' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'building control' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Send reminder' })).toHaveCount(0);

  await page.goto('/due?within=ever');
  const item = page.getByRole('listitem').filter({ hasText: /Next inspection.*EICR-/ });
  await item.getByRole('button', { name: 'Send reminder' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Message')).toHaveValue(/next inspection by/);
  await dialog.getByLabel('To').fill('nobody at all');
  await dialog.getByRole('button', { name: 'Send' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Enter an e-mail address. Nothing was sent.');
  await dialog.getByLabel('To').fill('owner@cottage.example');
  await dialog.getByRole('button', { name: 'Send' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Save this address for the client first');
  await dialog.getByLabel('To').fill('quillfeather@post.example');
  await dialog.getByRole('button', { name: 'Send' }).click();
  await expect(item).toContainText('reminded');
  const post = await page.context().newPage();
  await expect(async () => {
    await post.goto(process.env.LEDGER_POST ?? '');
    await expect(post.getByText('To quillfeather@post.example')).toBeVisible({ timeout: 1_000 });
  }).toPass();
});
