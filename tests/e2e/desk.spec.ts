import { cell, choose, expect, openJob, settled, signIn, test } from './ledger-page';

test('a job is found by letters in the wrong place, the list is narrowed, kept by name and forgotten', async ({
  page,
}) => {
  await signIn(page);
  await page.getByRole('link', { name: /^Search all jobs/ }).click();
  await expect(page.getByRole('heading', { name: 'All jobs' })).toBeVisible();
  await settled(page);
  await page.getByRole('searchbox', { name: 'Search' }).fill('Lakrspur');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/q=Lakrspur/);
  await expect(page.getByRole('row').nth(1)).toContainText('Larkspur Lettings');
  await page.getByRole('link', { name: 'Everything' }).click();
  await expect(page).not.toHaveURL(/q=/);
  await settled(page);
  await page.getByRole('combobox', { name: 'Code' }).click();
  await page.getByRole('option', { name: 'C2' }).click();
  await expect(page).toHaveURL(/code=C2/);
  await settled(page);
  await page.getByLabel('Save view as').fill('Urgent ones');
  await page.getByRole('button', { name: 'Save view' }).click();
  await settled(page);
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'Urgent ones' }).click();
  await expect(page).toHaveURL(/code=C2/);
  await page.getByRole('button', { name: 'Delete saved view' }).click();
  await expect(page.getByRole('link', { name: 'Urgent ones' })).toHaveCount(0);
  await settled(page);
  await page.getByRole('searchbox', { name: 'Search' }).fill('zyxwv');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No job matches “zyxwv”')).toBeVisible();
});

test('what a job was agreed at gives what an hour came to, and goes out as a file', async ({ page }) => {
  await signIn(page);
  await page.getByRole('link', { name: 'Earnings', exact: true }).click();
  await settled(page);
  const row = page.getByRole('row').filter({ has: page.getByRole('link', { name: /^EICR-/ }) });
  await row.getByLabel(/agreed/).fill('£240');
  await page.keyboard.press('Enter');
  await row.getByLabel(/materials/).fill('a lot');
  await expect(row.getByLabel(/materials/)).toHaveAttribute('aria-invalid', 'true');
  await row.getByLabel(/materials/).fill('12.50');
  await page.keyboard.press('Enter');
  await expect(row).toContainText(/£\d+\.\d\d/);
  await expect(page.getByRole('region', { name: 'By document' })).toContainText('EICR');
  await settled(page);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const stream = await (await download).createReadStream();
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(chunk as Buffer);
  expect(Buffer.concat(chunks).toString()).toMatch(/24000,1250,/);
  // By lines: the price follows them, and goes back to what is left of them.
  await row.getByRole('button', { name: 'Itemise price' }).click();
  for (const [what, pounds] of [
    ['Report, eight circuits', '180'],
    ['Two further boards', '72.50'],
  ] as const) {
    await row.getByLabel(/^A line of/).fill(what);
    await row.getByLabel(/^Pounds of/).fill(pounds);
    await row.getByRole('button', { name: 'Add' }).click();
  }
  await expect(row.getByLabel(/agreed/)).toHaveValue('252.50');
  await row.getByRole('button', { name: 'Remove Report, eight circuits' }).click();
  await expect(row.getByLabel(/agreed/)).toHaveValue('72.50');
});

test('a CSV with odd columns: matched by what they say, doubtful cells kept and marked, undone as one act', async ({
  page,
}) => {
  await signIn(page);
  const job = await openJob(page, 'CSV-1');
  await page.goto(`${job}/circuits`);
  await settled(page);
  await page.getByRole('button', { name: 'Add consumer unit' }).click();
  await page.getByLabel('CSV of circuits').setInputFiles({
    name: 'board.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      [
        'Their board',
        'Cct No,Colour,Designation,BS (EN),Type,Rating (A),Live mm2,CPC mm2,Measured Zs,Mark',
        '1,red,Cooker,60898,B,32,6,2.5,0.42,0.19',
        '2,blue,Loft lights,60898,B,6,1.5,1,most odd',
        '3,,Shed,60898,B,33,2.5,1.5,',
      ].join('\n'),
    ),
  });
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Colour' })).toContainText('left out');
  await choose(page, 'What Mark is', 'R1 plus R2');
  await dialog.getByRole('button', { name: 'Import' }).click();
  await expect(cell(page, 'R1 plus R2', 1)).toContainText('0.19');
  await expect(page.getByText(/3 circuits imported.*2 cells could not be read/)).toBeVisible();
  await expect(cell(page, 'circuit', 1)).toContainText('Cooker');
  await expect(cell(page, 'Zs', 1)).toContainText('0.42');
  await expect(page.getByRole('gridcell', { name: /^Zs, circuit 2, most odd.*not recorded/ })).toBeVisible();
  await expect(page.getByRole('gridcell', { name: /^protective device, circuit 3.*not recorded/ })).toBeVisible();
  await settled(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(cell(page, 'circuit', 1)).toHaveCount(0);
  await settled(page);
});

test('the desk sees work under way as it happens: who has a job open, and what is still missing in it', async ({
  page,
  context,
}) => {
  await signIn(page);
  const job = await openJob(page, 'LIVE-1');
  await page.goto('/');
  const row = page.getByRole('row').filter({ hasText: 'LIVE-1' });
  const missing = await row.textContent();
  const house = await context.newPage();
  await house.goto(`${job}/circuits`);
  await settled(house);
  await expect(row).toContainText('open with Idris Pennock');
  await house.getByRole('button', { name: 'Add consumer unit' }).click();
  await expect(row).not.toContainText(missing?.match(/\d+ missing/)?.[0] ?? 'nothing');
  await settled(house);
  // Left as a person leaves it, with everything sent.
  await house.goto('about:blank');
  await expect(row).not.toContainText('open with');
  await house.close();
});
