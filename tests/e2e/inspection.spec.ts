import { v7 } from 'uuid';
import type { Page } from '@playwright/test';
import { addBoard, bySection, entriesOf, expect, openJob, send, settled, signIn, test, wayOf } from './ledger-page';

/** A job with a board and points in a hall, a kitchen and a bath room. */
async function threeRooms(page: Page, reference: string): Promise<string> {
  await signIn(page);
  const job = await openJob(page, reference);
  await addBoard(page, job);
  await settled(page);
  const wayId = await wayOf(page, job, 1);
  await send(
    page,
    job,
    ...['Hall', 'Kitchen', 'Bathroom'].map((room, index) => ({
      kind: 'point.added',
      version: 2,
      body: {
        pointId: v7(),
        wayId,
        fields: {
          name: room,
          room,
          kind: 'socket',
          order: index + 1,
          spur: false,
          unplaced: false,
          switching: 'none',
        },
      },
    })),
  );
  await page.goto(`${job}/inspection`);
  await settled(page);
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
  return job;
}

type Marked = { item: string; outcome: string; reason: string | null };
const marks = (page: Page, job: string) => entriesOf<Marked>(page, job, 'item.marked');

test('the walk by keyboard: one key an item, what does not apply at once, and what lies beside each', async ({
  page,
}) => {
  const job = await threeRooms(page, 'WALK-1');
  // Where one begins, with what to look for beside the first item.
  await expect(page.getByRole('heading', { name: 'Intake', level: 2 })).toBeVisible();
  const row = (item: string) => page.locator(`[data-item="${item}"]`).first();
  await row('1.1').focus();
  await expect(page.getByTestId('guidance')).toContainText('break no seal');
  await page.keyboard.press('a');
  await expect(row('1.2')).toBeFocused();
  await expect(page.getByTestId('guidance')).not.toContainText('break no seal');
  await page.keyboard.press('n');
  await expect(row('3.1')).toBeFocused();
  await page.keyboard.press('v');
  await page.getByLabel('Reason for N/V').fill('Head boxed in');
  await page.keyboard.press('Enter');
  await expect(page.getByText('N/V: Head boxed in')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('N/V: Head boxed in')).toHaveCount(0);
  await row('3.1').focus();
  await page.keyboard.press('2');
  await page.getByRole('link', { name: 'Add observation for 3.1' }).press('Enter');
  await expect(page.getByRole('combobox', { name: 'Inspection item' })).toContainText('3.1');
  await expect(page.getByLabel('Where')).toHaveValue('Intake');
  await page.goBack();
  // What the job says settles what does not apply, in one act that undo takes back.
  await page.getByRole('button', { name: /^What is here/ }).click();
  for (const name of ['Solar generation', 'Battery storage', 'Generator'])
    await page.getByRole('radiogroup', { name }).getByRole('radio', { name: 'no' }).click();
  await page.getByRole('button', { name: 'Mark them N/A' }).click();
  await expect(page.getByRole('button', { name: 'Mark them N/A' })).toHaveCount(0);
  await settled(page);
  const notApplicable = (await marks(page, job)).filter(({ outcome }) => outcome === 'N/A');
  expect(notApplicable).toContainEqual(
    expect.objectContaining({ item: '4.22', reason: 'Nothing generates or stores in parallel' }),
  );
  // TN: no electrode of our own.
  expect(notApplicable.map(({ item }) => item)).toEqual(expect.arrayContaining(['2.0', '3.2', '4.11', '8.1']));
  await page.getByRole('radiogroup', { name: 'Battery storage' }).getByRole('radio', { name: 'yes' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'but recorded in the job' })).toContainText('4.22');
  await settled(page);
});

test('by section, keys pressed faster than the list is drawn mark each item once', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'WALK-2');
  await bySection(page, job);
  const first = page.locator('[data-item]').first();
  await first.click();
  await first.evaluate(() => {
    // A whole section in one breath, each press where the focus then is.
    for (let press = 0; press < 6; press += 1)
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));
  });
  await settled(page);
  const items = (await marks(page, job)).map(({ item }) => item);
  expect(items).toHaveLength(6);
  expect(new Set(items).size).toBe(6);
  // A key held down is one press.
  await page.keyboard.down('a');
  await page.keyboard.down('a');
  await page.keyboard.up('a');
  await settled(page);
  expect(await marks(page, job)).toHaveLength(7);
});

test.describe('by touch, on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  test('rooms are walked with a thumb, what cannot be reached is a limitation, and the sample grows', async ({
    page,
  }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    const job = await threeRooms(page, 'WALK-2');
    await page.setViewportSize({ width: 390, height: 844 });
    const to = async (name: RegExp) => {
      await page.getByRole('combobox', { name: 'Place' }).tap();
      await page.getByRole('option', { name }).tap();
    };
    await to(/^Hall/);
    await page.getByRole('radiogroup', { name: 'Hall: how far' }).getByRole('radio', { name: 'Inspected' }).tap();
    await page.getByRole('radiogroup', { name: 'Hall, opened' }).getByRole('radio', { name: 'defect' }).tap();
    await expect(page.getByRole('link', { name: 'Add what was found' })).toBeVisible();
    await page.getByRole('button', { name: /^Next: Kitchen/ }).tap();
    // A defect behind the first: another is opened.
    await page.getByRole('radiogroup', { name: 'Kitchen, opened' }).getByRole('radio', { name: 'not opened' }).tap();
    await page.getByRole('button', { name: 'Behind furniture' }).tap();
    await page.getByRole('radiogroup', { name: 'Kitchen: how far' }).getByRole('radio', { name: 'Inspected' }).tap();
    await to(/^Loft/);
    await page.getByRole('radiogroup', { name: 'Loft: how far' }).getByRole('radio', { name: 'No access' }).tap();
    await page.getByRole('button', { name: 'Locked, no key' }).tap();
    await to(/^Under the floor/);
    await page
      .getByRole('radiogroup', { name: /^Under the floor/ })
      .getByRole('radio', { name: 'None here' })
      .tap();
    await to(/^Whole house/);
    await expect(page.getByText('2 of 3 rooms seen')).toBeVisible();
    await page.getByRole('button', { name: '4.9 is acceptable' }).tap();
    await settled(page);
    expect(await entriesOf(page, job, 'limitation.noted')).toMatchObject([
      { what: 'Accessory not opened: Kitchen, way 1', why: 'Behind furniture' },
      { what: 'Inspection: Loft', why: 'Locked, no key' },
    ]);
    expect(await marks(page, job)).toMatchObject([{ item: '4.9', outcome: 'ok' }]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  });
});
