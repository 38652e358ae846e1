import { addBoard, cell, expect, openJob, paste, settled, signIn, test } from './ledger-page';

test.describe('the circuit ledger by keyboard alone', () => {
  test.beforeEach(async ({ page }) => {
    await signIn(page);
    await addBoard(page, await openJob(page, 'KB-1'));
    await cell(page, 'R1 plus R2', 1).click();
  });
  const at = (column: string, circuit: number) => new RegExp(`^${column}, circuit ${circuit},`);
  const focused = (page: import('@playwright/test').Page) => page.locator('[role=gridcell]:focus');

  test('arrows, Home, End and Tab walk; Enter, type-over, F2 and Escape edit', async ({ page }) => {
    await page.keyboard.type('0.35');
    await page.keyboard.press('Enter');
    await expect(focused(page)).toHaveAccessibleName(at('R1 plus R2', 2));
    await page.keyboard.type('.94');
    await page.keyboard.press('ArrowRight');
    await expect(focused(page)).toHaveAccessibleName(at('insulation resistance live to live', 2));
    await expect(cell(page, 'R1 plus R2', 2)).toHaveAccessibleName(/0\.94 ohm, meets/);
    await page.keyboard.press('ArrowUp');
    await page.keyboard.type('>999');
    await page.keyboard.press('Tab');
    await expect(focused(page)).toHaveAccessibleName(at('insulation resistance live to earth', 1));
    await page.keyboard.press('Home');
    await expect(focused(page)).toHaveAccessibleName(at('circuit', 1));
    await page.keyboard.press('End');
    await expect(focused(page)).toHaveAccessibleName(at('RCD test button', 1));
    await page.keyboard.press('Home');
    await page.keyboard.press('F2');
    await page.keyboard.type(' and hall');
    await page.keyboard.press('Escape');
    await expect(cell(page, 'circuit', 1)).toHaveText('Ground-floor sockets');
    await settled(page);
  });

  test('a correction strikes what stood and undo brings it back, all in the ledger', async ({ page }) => {
    await page.keyboard.type('0.35');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.type('0.53');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowUp');
    await expect(page.getByLabel('Struck readings')).toContainText('Corrected to 0.53');
    await page.keyboard.press('Control+z');
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/0\.35 ohm/);
    await expect(page.getByLabel('Struck readings')).toContainText('Undone');
    await page.keyboard.press('Delete');
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/empty/);
  });

  test('nonsense is refused beside the cell and kept as typed', async ({ page }) => {
    await page.keyboard.type('0,35');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowUp');
    await expect(page.getByRole('alert').filter({ hasText: 'use a point for decimals' })).toBeVisible();
    await expect(cell(page, 'R1 plus R2', 1)).toHaveText('0,35');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Control+a');
    await page.keyboard.type('0.35');
    await page.keyboard.press('Enter');
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/0\.35 ohm/);
  });

  test('the verdict, limit and arithmetic appear while typing, before anything is recorded', async ({ page }) => {
    await cell(page, 'Zs', 1).click();
    await page.keyboard.type('1.2');
    const working = page.getByLabel('Working');
    await expect(working).toContainText('0.95 × 230 V ÷ (5 × 32 A)');
    await page.keyboard.type('9');
    await expect(page.getByTestId('working-value')).toContainText('1.29');
    await page.keyboard.press('Escape');
    await expect(cell(page, 'Zs', 1)).toHaveAccessibleName(/empty/);
  });

  test('a pasted block fills the sheet, keeps what it cannot read, adds ways, and comes off with one undo', async ({ page }) => {
    await paste(page, '0.35\t>999\t>999\tok\n1.02\tlots\t290\tok');
    await expect(cell(page, 'polarity', 2)).toHaveAccessibleName(/✓/);
    await expect(cell(page, 'insulation resistance live to live', 2)).toHaveText('lots');
    await expect(cell(page, 'insulation resistance live to live', 2)).toHaveAccessibleName(/not recorded/);
    await cell(page, 'R1 plus R2', 1).click();
    await page.keyboard.press('Control+z');
    await expect(cell(page, 'polarity', 2)).toHaveAccessibleName(/empty/);
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/empty/);
    await settled(page);
  });
});
