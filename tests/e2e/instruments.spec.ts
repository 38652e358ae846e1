import { expect, fill, openJob, settled, signIn, test } from './ledger-page';

test('an instrument found out of bounds marks what it read, is not brought again, and comes back calibrated', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/firm');
  await settled(page);
  const form = page.getByRole('form', { name: 'Add instrument' });
  await form.getByLabel('Name').fill('Spare tester');
  await form.getByLabel('Serial number').fill('SP-77');
  await form.getByRole('button', { name: 'Save instrument' }).click();
  await settled(page);

  const job = await openJob(page, 'OUT-1');
  await page.goto(`${job}/brief`);
  await settled(page);
  await page.getByRole('listitem').filter({ hasText: 'SP-77' }).getByRole('button', { name: 'Use' }).click();
  await settled(page);
  await page.goto(`${job}/origin`);
  await settled(page);
  await fill(page, /^Ze/, '0.21');
  await settled(page);

  await page.goto('/firm');
  await page.getByRole('link', { name: 'Spare tester' }).click();
  await settled(page);
  const keep = page.getByRole('button', { name: 'Save check' });
  const loop = page.getByLabel('Loop at the test socket showed, in Ω');
  for (const [index, shown] of ['0.31', '0.32', '0.31', '0.62'].entries()) {
    await loop.fill(shown);
    await keep.click();
    await expect(page.getByRole('heading', { name: `Checks ${index + 1}` })).toBeVisible();
  }
  await expect(page.getByText('✗ out: Loop at the test socket')).toBeVisible();
  await settled(page);
  await page.reload();
  const doubt = page.getByRole('region', { name: '✗ Out of tolerance' });
  await expect(doubt).toContainText('Loop at the test socket read 0.62 Ω');

  // What was read before the first good check of today is sound; what is read from now on is not.
  await page.goto(`${job}/origin`);
  await settled(page);
  await fill(page, /^Ze/, '0.24');
  await expect(page.getByRole('link', { name: /1 reading in doubt: SP-77/ })).toBeVisible();
  await expect(page.getByText(/Its instrument was out of tolerance/)).toBeVisible();
  await settled(page);
  const other = await openJob(page, 'OUT-2');
  await page.goto(`${other}/brief`);
  await settled(page);
  const row = page.getByRole('listitem').filter({ hasText: 'SP-77' });
  await expect(row).toContainText('Out of tolerance: Loop at the test socket read 0.62 Ω');
  await expect(row.getByRole('button', { name: 'Use' })).toBeDisabled();

  await page.goto('/firm');
  await page.getByRole('link', { name: 'Spare tester' }).click();
  await settled(page);
  await expect(doubt).toContainText('OUT-1');
  await page.getByLabel('Laboratory', { exact: true }).fill('Aldersyke Calibration');
  await page.getByLabel('Certificate, PDF or picture').setInputFiles({
    name: 'sp-77.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from('%PDF-1.7 certificate of SP-77'),
  });
  await page.getByRole('button', { name: 'Save calibration' }).click();
  const file = page.getByRole('link', { name: 'sp-77.pdf' });
  await expect(file).toBeVisible();
  await settled(page);
  const answer = await page.request.get((await file.getAttribute('href')) ?? '');
  expect(await answer.text()).toBe('%PDF-1.7 certificate of SP-77');
  await page.goto(`${other}/brief`);
  await expect(row.getByRole('button', { name: 'Use' })).toBeEnabled();
});

test('instruments are looked over in one tap a day, and what was missed is on the list from then on', async ({
  page,
}) => {
  await signIn(page);
  const today = page.getByText('Tips, guards, leads, battery');
  if ((await today.count()) > 0) await page.getByRole('button', { name: 'All OK' }).click();
  await expect(page.getByText('✓ Daily instrument check done')).toBeVisible();
  await page.reload();
  await expect(page.getByText(/Daily instrument check done at \d\d:\d\d/)).toBeVisible();

  const job = await openJob(page, 'KIT-1');
  await page.goto(job);
  await settled(page);
  await page.getByRole('button', { name: /Pack for this job/ }).click();
  await page.getByRole('checkbox', { name: /Lock-off kit/ }).click();
  await expect(page.getByRole('button', { name: /Pack for this job 1 of/ })).toBeVisible();
  await page.getByLabel('Missed today').fill('Pad bolts');
  await page.getByRole('button', { name: 'Add to list' }).click();
  await expect(page.getByRole('checkbox', { name: 'Pad bolts (missed today)' })).toBeVisible();
  await page.reload();
  await settled(page);
  await page.getByRole('button', { name: /Pack for this job/ }).click();
  await expect(page.getByRole('checkbox', { name: 'Pad bolts (missed once before)' })).toBeVisible();
});
