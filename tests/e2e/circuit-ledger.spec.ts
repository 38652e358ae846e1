import {
  addBoard,
  cell,
  describeSupply,
  entriesOf,
  expect,
  openJob,
  paste,
  settled,
  signIn,
  test,
} from './ledger-page';

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
    await expect(cell(page, 'R1 plus R2', 2)).toHaveAccessibleName(/0\.94 ohm, no limit/);
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

  test('a row born at the foot of the sheet is not behind what explains it', async ({ page }) => {
    await paste(page, Array.from({ length: 24 }, () => '0.35').join('\n'));
    await expect(cell(page, 'R1 plus R2', 24)).toBeVisible();
    await cell(page, 'circuit', 24).focus();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.type('Porch light');
    await page.keyboard.press('Enter');
    await expect(cell(page, 'circuit', 25)).toBeVisible();
    const working = page.getByRole('region', { name: 'Working' });
    const [born, panel] = await Promise.all([focused(page).boundingBox(), working.boundingBox()]);
    expect((born?.y ?? 0) + (born?.height ?? 0)).toBeLessThanOrEqual(panel?.y ?? 0);
    await settled(page);
  });

  test('a correction strikes what stood and undo brings it back, all in the ledger', async ({ page }) => {
    await page.keyboard.type('0.35');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowUp');
    // Typed over, it replaces what stood: the smaller figure governs, and one press brings the other back.
    await page.keyboard.type('0.31');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowUp');
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/0\.31 ohm/);
    await expect(page.getByText('0.31 replaces 0.35')).toBeVisible();
    await page.getByRole('button', { name: 'Restore 0.35' }).click();
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/0\.35 ohm/);
    // A second reading, both standing, is said on purpose: the higher governs.
    await page.getByRole('button', { name: 'Add second reading' }).click();
    await page.getByLabel('Second reading: both count').fill('0.33');
    await page.getByRole('button', { name: 'Save, both count' }).click();
    await expect(page.getByLabel('Readings that stand together')).toContainText('0.33');
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/0\.35 ohm/);
    await page.getByRole('button', { name: 'Strike out 0.33' }).click();
    await expect(page.getByLabel('Struck-out readings')).toContainText('Struck out');
    await cell(page, 'R1 plus R2', 1).focus();
    await page.keyboard.press('Enter');
    await page.keyboard.press('Control+a');
    await page.keyboard.type('0.53');
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowUp');
    await expect(page.getByLabel('Struck-out readings')).toContainText('Corrected to 0.53');
    await page.keyboard.press('Control+z');
    await expect(cell(page, 'R1 plus R2', 1)).toHaveAccessibleName(/0\.35 ohm/);
    await expect(page.getByLabel('Struck-out readings')).toContainText('Undone');
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

  test('a pasted block fills the sheet, keeps what it cannot read, adds ways, and comes off with one undo', async ({
    page,
  }) => {
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

test('a hundred keys faster than the page can draw lose none of them', async ({ page }) => {
  await signIn(page);
  await addBoard(page, await openJob(page, 'BURST-1'));
  await cell(page, 'circuit', 1).click();
  const ended = await page.evaluate(async () => {
    const places: (string | undefined)[] = [];
    for (let key = 1; key <= 100; key += 1) {
      const pressed = key % 10 === 0 ? 'Home' : 'ArrowRight';
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }));
      // What a key sets off at once, and no more: nothing drawn, no task in between.
      await Promise.resolve();
      places.push((document.activeElement as HTMLElement | null)?.dataset.place);
    }
    return places;
  });
  expect(ended).toEqual(Array.from({ length: 100 }, (_, index) => `0-${(index + 1) % 10}`));
});

/** Eight circuits with gaps, as somebody coming from a spreadsheet types them: one line each, left to right. */
const meant: readonly (readonly string[])[] = Array.from({ length: 8 }, (_, row) => {
  const gap = (column: number, text: string) => ((row + column) % 4 === 0 ? '' : text);
  return [
    `Lights ${row + 1}`,
    'lights',
    gap(0, String(row + 2)),
    row % 2 ? 'B10' : 'B6',
    gap(1, '6'),
    '30 A',
    gap(2, '1.5/1'),
    gap(3, 'C'),
    gap(0, `0.${row + 31}`),
    gap(1, '>999'),
    gap(2, '412'),
    gap(3, 'ok'),
    gap(0, `0.${row + 61}`),
    gap(1, String(row + 18)),
    gap(2, 'ok'),
  ];
});
const described = [
  'circuit',
  'kind',
  'points',
  'protective device',
  'breaking capacity mark',
  'residual current device',
  'cable, line over CPC',
  'reference method',
];
const measured = ['r1r2', 'insulation', 'insulation', 'polarity', 'zs', 'rcd time', 'rcd button'];
/** Cells no light takes a figure in stand between: r1, rn and r2 before R1+R2, the maximum before Zs. */
const withGaps = (row: readonly string[]) => [
  ...row.slice(0, 8),
  '',
  '',
  '',
  ...row.slice(8, 12),
  '',
  ...row.slice(12),
];

test.describe('eight circuits typed with gaps are the eight that were meant', () => {
  const ways: Record<string, (page: import('@playwright/test').Page) => Promise<void>> = {
    'by Tab': async (page) => {
      for (const row of meant)
        for (const text of row) {
          if (text) await page.keyboard.type(text);
          await page.keyboard.press('Tab');
        }
    },
    'by arrows': async (page) => {
      for (const row of meant) {
        for (const text of withGaps(row)) {
          if (text) await page.keyboard.type(text);
          await page.keyboard.press('ArrowRight');
        }
        await page.keyboard.press('Home');
        await page.keyboard.press('ArrowDown');
      }
    },
    'by Enter': async (page) => {
      const across = meant.map(withGaps);
      for (let column = 0; column < (across[0]?.length ?? 0); column += 1) {
        if (column > 0) {
          await cell(page, 'circuit', 1).click();
          for (let step = 0; step < column; step += 1) await page.keyboard.press('ArrowRight');
        }
        for (const row of across) {
          if (row[column]) await page.keyboard.type(row[column] ?? '');
          await page.keyboard.press(row[column] ? 'Enter' : 'ArrowDown');
        }
      }
    },
  };
  for (const [name, type] of Object.entries(ways))
    test(name, async ({ page }) => {
      await signIn(page);
      const job = await openJob(page, `TYPE-${name.slice(3)}`);
      await describeSupply(page, job);
      await page.goto(`${job}/circuits`);
      await settled(page);
      await page.getByRole('button', { name: 'Add consumer unit' }).click();
      await page.getByRole('gridcell', { name: 'circuit, new way' }).click();
      await type(page);
      await settled(page);
      for (const [row, texts] of meant.entries())
        for (const [column, spoken] of described.entries()) {
          const text = texts[column] ?? '';
          const shown = spoken === 'protective device' ? `60898 ${text}` : text;
          await expect(page.getByRole('gridcell', { name: new RegExp(`^${spoken}, circuit ${row + 1},`) })).toHaveText(
            shown,
          );
        }
      type Said = { wayId: string; slot: { test: string; on: { of: string; id: string } }; value: { is: string } };
      const order = (await entriesOf<Said>(page, job, 'way.added')).map(({ wayId }) => wayId);
      expect(order).toHaveLength(8);
      const readings = await entriesOf<Said>(page, job, 'reading.taken');
      for (const [row, wayId] of order.entries())
        expect(
          readings
            .filter(({ slot }) => slot.on.of === 'way' && slot.on.id === wayId)
            .map(({ slot }) => slot.test)
            .sort(),
          `circuit ${row + 1}`,
        ).toEqual(measured.filter((_, column) => meant[row]?.[8 + column]).sort());
      expect(await entriesOf(page, job, 'board.described')).toMatchObject([{ fields: { name: 'Consumer unit' } }]);
      expect(readings.every(({ slot }) => slot.on.of === 'way')).toBe(true);
    });
});
