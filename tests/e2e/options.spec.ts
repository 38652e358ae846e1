import { entriesOf, expect, noteCrackedRose, openJob, settled, signIn, test } from './ledger-page';

test('ways to put it right are drafted, changed, sent by link, accepted, and begin their paper', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const job = await openJob(page, 'WAYS-1');
  await noteCrackedRose(page, job);
  await page.goto(`${job}/options`);
  await settled(page);
  const form = page.getByRole('form', { name: 'Remedial options' });
  await expect(form.getByRole('textbox', { name: 'Name of option 1' })).toHaveValue('Fix what is urgent');
  await form
    .getByLabel(/^Minutes: /)
    .first()
    .fill('90');
  await form
    .getByLabel(/^Materials, £: /)
    .first()
    .fill('12.50');
  await form.getByRole('textbox', { name: 'Hourly rate, £' }).fill('60');
  const minutes = Number(await form.getByLabel(/^Minutes: Test it/).inputValue());
  const total = `£${(90 + 12.5 + minutes).toFixed(2)}`;
  await expect(form.getByText(total, { exact: true })).toBeVisible();
  await form.getByLabel(/^Minutes: Test it/).fill('soon');
  await form.getByRole('button', { name: 'Save options' }).click();
  await expect(form.getByRole('alert')).toContainText('“Test it and write its paper” cannot be read');
  await form.getByLabel(/^Minutes: Test it/).fill(String(minutes));
  await form.getByRole('button', { name: 'Save options' }).click();
  await expect(page.getByText(total, { exact: true })).toBeVisible();
  await settled(page);

  await page.getByRole('button', { name: 'Send link' }).click();
  await page.getByRole('button', { name: 'Create link' }).click();
  const link = (await page.getByTestId('link-made').textContent()) ?? '';
  const outside = await (await browser.newContext()).newPage();
  await outside.goto(link);
  await expect(outside.getByRole('heading', { name: 'Remedial options' })).toBeVisible();
  await expect(async () => {
    await outside.getByRole('button', { name: 'Choose this option' }).first().click();
    await expect(outside.getByRole('button', { name: /Chosen/ })).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await outside.getByLabel('Your name').fill('Ms O. Fairweather');
  await outside.getByRole('button', { name: `Accept “Fix what is urgent” for ${total}` }).click();
  await expect(outside.getByRole('status')).toContainText('You accepted: Fix what is urgent');
  await outside.reload();
  await expect(outside.getByRole('heading', { name: 'This link no longer works' })).toBeVisible();
  await outside.context().close();

  await page.keyboard.press('Escape');
  await expect(page.getByRole('status').filter({ hasText: 'Ms O. Fairweather accepted 1.' })).toBeVisible();
  const begun = await entriesOf<{ kind: string; because: string }>(page, job, 'document.begun');
  expect(begun.at(-1)?.because).toBe('Accepted: Fix what is urgent');
  const works = await entriesOf<{ fields: { quote: { pence: number }[] } }>(page, job, 'works.described');
  expect(works.at(-1)?.fields.quote[0]?.pence).toBe(10_250);
});
