import AxeBuilder from '@axe-core/playwright';
import { bySection, cell, expect, openJob, settled, signIn, test } from './ledger-page';

const demoJob = async (page: Parameters<typeof signIn>[0], reference: string) =>
  (await page.getByRole('link', { name: reference }).getAttribute('href')) ?? '';

test('anything in a job is found by a few letters, and gone to by Enter', async ({ page }) => {
  await signIn(page);
  const job = await demoJob(page, 'FW-118');
  await page.goto(job);
  await settled(page);
  const find = async (letters: string) => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find' }).fill(letters);
  };
  const best = page.getByRole('option', { selected: true });

  await find('zs circuit 9');
  await expect(best).toContainText(/^Way 9: Zs/);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(`${job}/circuits#`));
  await expect(cell(page, 'Zs', 9)).toBeFocused();

  await find('insul resist');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/tests\?bench=insulation/);

  // What was read off a device is found by its serial number, and stands on the page of its board.
  await find('22861');
  await expect(best).toContainText('Device: RCD 1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Serial number, RCD 1' })).toHaveValue('0417-22861');

  await find('FW-121');
  await expect(best).toContainText('FW-121');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('banner')).toContainText('FW-121');

  await find('no such thing at all');
  await expect(page.getByText('No results.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('an act is done from the list, and the list is sound for those who hear it', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'FIND-2');
  await bySection(page, job);
  await page.getByRole('button', { name: 'Mark the 3 left acceptable' }).click();
  await expect(page.getByText('✓ all 3')).toBeVisible();
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).include('[role=dialog]').analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
  await page.getByRole('combobox', { name: 'Find' }).fill('undo');
  await page.keyboard.press('Enter');
  await expect(page.getByText('3 of 3 open')).toBeVisible();
  await settled(page);
});

test('jobs are sorted by a column and narrowed by a few letters', async ({ page }) => {
  await signIn(page);
  for (let i = 1; i <= 9; i += 1) {
    if ((await page.getByRole('searchbox').count()) > 0) break;
    await openJob(page, `SORT-${i}`);
    await page.goto('/');
  }
  await page.getByRole('button', { name: 'Reference' }).click();
  await expect(page.getByRole('columnheader', { name: 'Reference' })).toHaveAttribute('aria-sort', 'ascending');
  const toDo = page.locator('tbody').filter({ hasText: 'To do' }).getByRole('link');
  const references = await toDo.allTextContents();
  expect(references.length).toBeGreaterThan(1);
  const inOrder = new Intl.Collator('en', { numeric: true });
  expect(references).toEqual([...references].sort(inOrder.compare));
  await page.getByRole('button', { name: 'Reference' }).click();
  await expect(page.getByRole('columnheader', { name: 'Reference' })).toHaveAttribute('aria-sort', 'descending');
  // Others open jobs meanwhile: the list is as it happens.
  const downwards = await toDo.allTextContents();
  expect(downwards).toEqual([...downwards].sort(inOrder.compare).reverse());
  await page.getByRole('searchbox', { name: 'Search jobs' }).fill('fw-11');
  await expect(page.getByRole('link', { name: /^FW-11/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /^FW-12/ })).toHaveCount(0);
  await page.getByRole('searchbox').fill('nobody by that name');
  await expect(page.getByText('No job matches “nobody by that name”.')).toBeVisible();
});

test('what the firm has is found from its pages: an instrument by its serial number, a client by telephone', async ({
  page,
}) => {
  await signIn(page);
  const best = page.getByRole('option', { selected: true });
  const find = async (letters: string) => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find' }).fill(letters);
  };
  await page.goto('/');
  await find('mf-20417');
  await expect(best).toContainText('MF-20417');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/firm\/instruments\//);
  await page.goto('/');
  await find('larkspur lettings');
  await page
    .getByRole('group', { name: 'Clients' })
    .getByRole('option', { name: /^Larkspur Lettings/ })
    .click();
  await expect(page).toHaveURL(/\/clients\//);
});
