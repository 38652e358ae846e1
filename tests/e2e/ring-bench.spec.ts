import { addBoard, cell, choose, expect, openJob, settled, signIn, test } from './ledger-page';

test.describe('the ring bench', () => {
  test.beforeEach(async ({ page }) => {
    await signIn(page);
    await addBoard(page, await openJob(page, 'RING-1'));
    await cell(page, 'r1', 1).click();
    await page.getByRole('link', { name: 'Ring test' }).click();
    await expect(page.getByRole('heading', { name: 'Ring test: way 1 Ground-floor sockets' })).toBeVisible();
    await page.getByLabel('Add points').fill('hall, parlour 3, kitchen 4');
    await page.getByLabel('Add points').press('Enter');
    await expect(page.getByRole('row')).toHaveCount(9);
  });
  const column = async (page: import('@playwright/test').Page, symbol: string, readings: readonly string[]) => {
    await page.getByRole('textbox', { name: `${symbol}, point 1 Hall` }).focus();
    for (const reading of readings) {
      await page.keyboard.type(reading);
      await page.keyboard.press('Enter');
    }
  };
  const ends = async (page: import('@playwright/test').Page, values: readonly [string, string, string]) => {
    for (const [i, label] of (['r1', 'rn', 'r2'] as const).entries()) {
      const field = page.getByRole('textbox', { name: new RegExp(`^${label},`) });
      await field.fill(values[i] ?? '');
      await field.press('Enter');
    }
  };

  test('a broken line, typed by keyboard, is named, placed and becomes a coded observation', async ({ page }) => {
    await ends(page, ['open', '0.45', '0.73']);
    await column(page, 'L–N', ['0.44', '0.45', '0.45', '0.44', '0.45', '0.44', '0.45', '0.45']);
    await column(page, 'L–CPC', ['0.70', '0.67', '0.64', '0.61', '0.61', '0.64', '0.67', '0.70']);
    const comesTo = page.getByRole('region', { name: 'Diagnosis' });
    await expect(comesTo).toContainText('Broken line between points 4 and 5'.replace('points', 'sockets'));
    await expect(
      page.getByRole('img', { name: /The ring with 8 points; Broken line between sockets 4 and 5/ }),
    ).toBeVisible();
    await comesTo.getByRole('link', { name: 'Add observation' }).click();
    await expect(page.getByRole('textbox', { name: 'What was found' })).toHaveValue(
      /^Broken line, between sockets 4 and 5/,
    );
    await page.getByRole('textbox', { name: 'Where' }).fill('Between parlour and kitchen');
    await page.getByRole('textbox', { name: 'Why it matters' }).fill('One leg may carry the load of the whole ring');
    await page.getByRole('button', { name: 'Save observation' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Between parlour and kitchen' })).toContainText(
      'circuit 1',
    );
    await settled(page);
  });

  test('a sound ring with a spur lands its highest R1+R2 on the circuit sheet, links logged on the way', async ({
    page,
  }) => {
    await ends(page, ['0.45', '0.45', '0.73']);
    await page.getByRole('button', { name: 'links fitted' }).first().click();
    await expect(page.getByRole('link', { name: '1 link or disconnection still in' })).toBeVisible();
    await column(page, 'L–N', ['0.22', '0.22', '0.23', '0.34', '0.22', '0.22', '0.23', '0.22']);
    await page.getByRole('button', { name: 'links fitted: ✓ Removed' }).click();
    await column(page, 'L–CPC', ['0.28', '0.29', '0.29', '0.45', '0.29', '0.29', '0.29', '0.28']);
    const comesTo = page.getByRole('region', { name: 'Diagnosis' });
    await expect(comesTo).toContainText(/A spur, about \d+ m at socket 4/);
    await expect(comesTo.getByRole('link', { name: 'Add observation' })).toHaveCount(0);
    await comesTo.getByRole('button', { name: 'Record R1+R2 0.45 Ω at Parlour 3' }).click();
    await page.getByRole('link', { name: /^Circuits/ }).click();
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/0\.45 ohm/);
    await expect(cell(page, 'points', 1)).toHaveText('8');
  });

  test('an open socket asks for another pair; one that answers elsewhere is moved with its history', async ({
    page,
  }) => {
    await ends(page, ['0.45', '0.45', '0.73']);
    await column(page, 'L–N', ['0.22', '0.22', '0.22', '0.22', '0.22', '0.23', '0.22', '0.22']);
    await column(page, 'L–CPC', ['0.28', '0.29', 'open', '0.29', '0.29', '0.29', '0.29', '0.28']);
    const comesTo = page.getByRole('region', { name: 'Diagnosis' });
    await expect(comesTo).toContainText('about as likely as the next');
    await expect(comesTo).toContainText('Step 3, N–CPC at point 3');
    const other = page.getByRole('textbox', { name: 'step 3 N–CPC, point 3 Parlour 2' });
    await other.fill('0.29');
    await other.press('Enter');
    await expect(comesTo).toContainText('Line and neutral are reversed at socket 3');
    await expect(comesTo).toContainText('more likely than the next');
    await choose(page, 'Kitchen 4 gives no reading here', /another circuit\?/);
    await expect(page.getByRole('row')).toHaveCount(8);
    await choose(page, 'Kitchen 4 is on', /^2 /);
    const which = page.getByRole('region', { name: 'Which circuit is it?' });
    await expect(which).toContainText(/Kitchen 4: to way 2 .*, by what responds/);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(which.getByRole('combobox', { name: 'Kitchen 4 is on' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(which).toHaveCount(0);
    await expect(page.getByRole('row')).toHaveCount(9);
    await page.getByRole('textbox', { name: 'L–N, point 1 Hall' }).fill('nonsense');
    await page.getByRole('textbox', { name: 'L–N, point 1 Hall' }).press('Enter');
    await expect(page.getByRole('alert').filter({ hasText: 'is not a reading in Ω' })).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'L–N, point 1 Hall' })).toHaveValue('nonsense');
  });
});
