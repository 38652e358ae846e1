import { expect, openJob, settled, signIn, test } from './ledger-page';

test('a typical finding proposes its code by questions; another code keeps its reason', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'FIND-1');
  await page.goto(`${job}/observations`);
  await settled(page);
  await page.getByRole('textbox', { name: 'What was found' }).fill('socket-outlets with no RCD');
  await page.getByRole('button', { name: 'C3 Socket-outlets up to 32 A with no 30 mA RCD' }).click();
  await expect(page.getByText('Proposed: C3.')).toBeVisible();
  const outdoors = page.getByRole('radiogroup', { name: /likely to feed things used outdoors/ });
  await expect(outdoors).toHaveCount(0);
  await page.getByRole('radiogroup', { name: 'Is it TT?' }).getByRole('radio', { name: 'no' }).click();
  await outdoors.getByRole('radio', { name: 'yes' }).click();
  await expect(page.getByText('Proposed: C2.')).toBeVisible();
  const codes = page.getByRole('radiogroup', { name: 'Code' });
  await expect(codes.getByRole('radio', { name: 'C2' })).toHaveAttribute('aria-checked', 'true');
  const asked = page.getByLabel('Not found in the description');
  await expect(asked).toHaveText(/^Which room is it in/);
  await page.getByRole('textbox', { name: 'Where' }).fill('Kitchen, beside the back door');
  await expect(asked).toHaveText(/^Which circuit feeds it/);
  await page.getByRole('textbox', { name: 'Why it matters' }).fill('A fault outdoors would not be cut off in time');
  await codes.getByRole('radio', { name: 'C3' }).click();
  await expect(page.getByRole('button', { name: 'Note it' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Why C3 and not C2' }).fill('No way out to the garden from here');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Kitchen, beside the back door' })).toBeVisible();
  await settled(page);
});

test('demand is worked out from the ways and taken', async ({ page }) => {
  await signIn(page);
  await page.goto(`${(await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? ''}/origin`);
  await settled(page);
  await page.getByText('Work it out from the ways').click();
  await expect(page.getByRole('row', { name: /sockets the largest whole \(32 A\)/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Take \d+ A$/ })).toBeVisible();
});

test('which accessories to open is chosen beforehand, and grows with what is found', async ({ page }) => {
  await signIn(page);
  await page.goto(`${(await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? ''}/brief`);
  await settled(page);
  await page.getByText(/^Open 16 of 38 \(42 %\): which/).click();
  await expect(page.getByText('the share grew from 20 % to 40 %')).toBeVisible();
  await expect(page.getByText(/^Hall, Garden room/)).toBeVisible();
});
