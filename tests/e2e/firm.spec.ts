import { choose, expect, settled, signIn, signInByForm, test } from './ledger-page';

test('somebody asked in joins by a link that works once, and their access ends at once', async ({ page, browser }) => {
  await signIn(page);
  await page.getByRole('link', { name: 'Company' }).click();
  const form = page.getByRole('form', { name: 'Invite' });
  await form.getByRole('button', { name: 'Create link' }).click();
  await expect(form.getByRole('alert').first()).toContainText('Enter their name');
  await form.getByLabel('Name').fill('Wren Hallam');
  await form.getByLabel('Position').fill('Inspector');
  await form.getByRole('button', { name: 'Create link' }).click();
  const link = (await page.getByText(/\/join\//).textContent()) ?? '';
  await expect(page.getByText('invited as inspector')).toBeVisible();

  const theirs = await (await browser.newContext()).newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { name: 'Join Fenwhistle Electrical Inspection' })).toBeVisible();
  await theirs.getByLabel('E-mail').fill('wren@fenwhistle.example');
  await theirs.getByLabel('Password').fill('short');
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByRole('alert').first()).toContainText('At least ten characters');
  await theirs.getByLabel('Password').fill('four words set in type');
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await theirs.goto('/firm');
  await expect(theirs.getByText('Only a supervisor can invite people.')).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await other.goto(link);
  await expect(other.getByRole('heading', { name: 'This invitation no longer works' })).toBeVisible();

  // Each device is listed, and one can be signed out from another.
  const phone = await (await browser.newContext({ userAgent: 'Mozilla/5.0 (Android 15) Firefox/140.0' })).newPage();
  await phone.goto('/sign-in');
  await phone.getByLabel('E-mail').fill('wren@fenwhistle.example');
  await phone.getByLabel('Password').fill('four words set in type');
  await phone.getByRole('button', { name: 'Sign in' }).click();
  await expect(phone.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await theirs.goto('/account');
  const devices = theirs.getByRole('list', { name: 'Devices' }).getByRole('listitem');
  await expect(devices).toHaveCount(2);
  await expect(devices.first()).toContainText('here');
  await theirs.getByRole('button', { name: 'Sign out Firefox on Android' }).click();
  await expect(devices).toHaveCount(1);
  await phone.goto('/');
  await expect(phone).toHaveURL(/sign-in/);

  // Their new password signs out the other devices they are signed in on.
  await theirs.goto('/account');
  const change = theirs.getByRole('form', { name: 'Change your password' });
  await change.getByLabel('Current password').fill('something else');
  await change.getByLabel('New password', { exact: true }).fill('five other words in type');
  await change.getByLabel('New password again').fill('five other words in type');
  await change.getByRole('button').click();
  await expect(change.getByRole('alert')).toContainText('Nothing was changed');
  await change.getByLabel('Current password').fill('four words set in type');
  await change.getByRole('button').click();
  await expect(change.getByRole('status')).toContainText('Changed');

  await expect(page.getByRole('listitem').filter({ hasText: 'wren@fenwhistle.example' })).toBeVisible();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'wren@fenwhistle.example' })
    .getByRole('button', { name: 'Remove access' })
    .click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Remove access' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'wren@fenwhistle.example' })).toHaveCount(0);
  await theirs.goto('/');
  await expect(theirs).toHaveURL(/sign-in/);
});

test('an instrument is added, dated and retired; a new job is offered it', async ({ page }) => {
  await signInByForm(page);
  await page.goto('/firm');
  await settled(page);
  const form = page.getByRole('form', { name: 'Add instrument' });
  await choose(page, 'Type of instrument', 'loop tester');
  await form.getByLabel('Serial number').fill('LT-0042');
  await form.getByRole('button', { name: 'Save instrument' }).click();
  const held = page.getByRole('listitem').filter({ hasText: 'LT-0042' });
  await held.getByRole('textbox', { name: 'LT-0042 due for calibration on' }).fill('3/4/2020');
  await held.getByRole('textbox', { name: 'LT-0042 due for calibration on' }).press('Enter');
  await expect(held.getByText('Overdue since')).toBeVisible();
  await settled(page);
  await page.reload();
  await expect(held.getByText('Overdue since')).toBeVisible();
  await page.goto('/');
  await page.getByRole('link', { name: 'FW-121' }).click();
  await page
    .getByRole('navigation')
    .getByRole('link', { name: /^Job details/ })
    .click();
  await expect(page.getByText('LT-0042')).toBeVisible();
  await page.goto('/firm');
  await settled(page);
  await held.getByRole('button', { name: 'Withdraw' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Withdraw from use' }).click();
  await expect(held).toHaveCount(0);
  await settled(page);
});

test('a logo is made small, kept, printed on the draft, and taken off', async ({ page }) => {
  await signInByForm(page);
  await page.goto('/firm');
  await settled(page);
  const logo = page.getByRole('img', { name: 'Logo on documents' });
  await page.getByLabel('Logo').setInputFiles({ name: 'l.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no') });
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be read' })).toBeVisible();
  await page.getByLabel('Logo').setInputFiles('tests/fixtures/logo.jpg');
  await expect(logo).toBeVisible();
  await settled(page);
  await page.goto('/');
  const job = (await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? '';
  await page.goto(`${job}/review`);
  const draft = (await page.getByRole('link', { name: 'Draft as PDF' }).getAttribute('href')) ?? '';
  const withLogo = await (await page.request.get(draft)).body();
  expect(withLogo.includes('/Subtype /Image')).toBe(true);
  await page.goto('/firm');
  await settled(page);
  await page.getByRole('button', { name: 'Remove logo' }).click();
  await expect(logo).toHaveCount(0);
  await settled(page);
});
