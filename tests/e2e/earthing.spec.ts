import { v7 } from 'uuid';
import { addBoard, entriesOf, expect, fill, openJob, send, settled, signIn, test, wayOf } from './ledger-page';

test('each bond is followed from its clamp, and what is not so begins its finding', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'BOND-1');
  await send(page, job, { kind: 'supply.described', version: 1, body: { earthing: 'TN-C-S', bondWater: 'bonded' } });
  await page.goto(`${job}/origin`);
  await settled(page);
  await page.getByRole('button', { name: /water.*5 to check/i }).click();
  const look = (name: RegExp) => page.getByRole('radiogroup', { name });
  await look(/^water: Clamp within 600 mm/)
    .getByRole('radio', { name: 'yes' })
    .click();
  await look(/^water: Label/)
    .getByRole('radio', { name: 'no', exact: true })
    .click();
  await expect(page.getByRole('button', { name: /water.*1 not right/i })).toBeVisible();
  await page.getByRole('link', { name: 'Add observation' }).click();
  await expect(page.getByRole('textbox', { name: 'Where' })).toHaveValue('Main bonding, water');
  await expect(page.getByRole('combobox', { name: 'Inspection item' })).toContainText('3.3');
  await settled(page);
});

test('supplementary bonding of a bath room is settled from the record, and its pairs by test', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'BATH-1');
  await addBoard(page, job);
  await settled(page);
  const wayId = await wayOf(page, job, 2);
  await send(page, job, {
    kind: 'point.added',
    version: 2,
    body: {
      pointId: v7(),
      wayId,
      fields: {
        name: 'Bathroom light',
        room: 'Bathroom',
        kind: 'wet room',
        order: 1,
        spur: false,
        switching: 'none',
        unplaced: false,
      },
    },
  });
  await page.goto(`${job}/inspection`);
  await settled(page);
  await page
    .getByRole('button', { name: /^Bathroom/ })
    .first()
    .click();
  await page.getByRole('button', { name: /^Supplementary bonding/ }).click();
  await expect(page.getByText('Not decided whether it may be omitted.')).toBeVisible();
  for (const part of ['Cold tap', 'Light']) await page.getByRole('button', { name: part, exact: true }).click();
  await page.getByRole('textbox', { name: 'Another part within reach' }).fill('Steel bath');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const pairs = page.getByRole('group', { name: 'Pairs in Bathroom' });
  await expect(pairs.getByRole('textbox')).toHaveCount(5);
  await fill(page, 'Cold tap to Light', '0.12');
  await expect(pairs.getByText('Pass')).toBeVisible();
  await fill(page, 'Cold tap to main earthing terminal', '1900');
  await expect(pairs.getByText('Fail')).toBeVisible();
  await expect(page.getByText('It is needed.')).toBeVisible();
  await page.getByRole('link', { name: 'Part not bonded: add observation' }).click();
  await expect(page.getByRole('textbox', { name: 'Where' })).toHaveValue('Bathroom');
  await settled(page);
  expect(await entriesOf(page, job, 'pair.read')).toHaveLength(2);
});

test('an unknown circuit is traced, a point finds its circuit, and what leads nowhere has its note', async ({
  page,
}) => {
  await signIn(page);
  const job = await openJob(page, 'WHICH-1');
  await addBoard(page, job);
  await settled(page);
  const boardId = (await entriesOf<{ boardId: string }>(page, job, 'board.added'))[0]?.boardId ?? '';
  const lights = await wayOf(page, job, 2);
  const point = { name: 'Hatch socket', room: null, kind: 'socket', order: 7, spur: false, switching: 'none' };
  await send(
    page,
    job,
    { kind: 'way.added', version: 1, body: { wayId: v7(), boardId, number: 3 } },
    { kind: 'way.added', version: 1, body: { wayId: v7(), boardId, number: 4 } },
    { kind: 'point.added', version: 2, body: { pointId: v7(), wayId: lights, fields: { ...point, unplaced: true } } },
  );
  await page.goto(`${job}/tests?bench=board`);
  await settled(page);
  const which = page.getByRole('region', { name: 'Which circuit is it?' });
  await which.getByRole('radio', { name: 'by the tester’s tone' }).click();
  await which.getByRole('textbox', { name: 'Way 3 feeds' }).fill('Garage door');
  await which.getByRole('button', { name: 'Found' }).first().click();
  await expect(page.getByRole('cell', { name: 'Garage door' })).toBeVisible();
  await which.getByRole('button', { name: 'Feeds nothing found' }).click();
  await expect(which).toContainText('way 4: feeds nothing that was found, by the tester’s tone');
  await which.getByRole('combobox', { name: 'Hatch socket is on' }).click();
  await page.getByRole('option', { name: /^1 Ground-floor/ }).click();
  await expect(which).toContainText('Hatch socket: to way 1 Ground-floor sockets, by the tester’s tone');
  // The legs of a ring go by the marks they were given.
  await page
    .getByRole('button', { name: /Ground-floor sockets/ })
    .first()
    .click();
  await fill(page, 'Leg A marked', 'red tape');
  await page.goto(`${job}/tests?bench=ring`);
  await expect(
    page.getByText('line of leg A (red tape) to neutral of leg B, and line of B to neutral of A'),
  ).toBeVisible();
  await settled(page);
});

test('readings at the origin are typed one after another: Enter records one and goes to the next', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'ENTER-1');
  await page.goto(`${job}/origin`);
  await settled(page);
  await page.getByRole('textbox', { name: /^Polarity of the supply/ }).focus();
  for (const typed of ['ok', '239', '238', '1']) {
    await page.keyboard.type(typed);
    await page.keyboard.press('Enter');
  }
  const taken = await (async () => {
    await settled(page);
    return entriesOf<{ value: { is: string; shown?: string } }>(page, job, 'reading.taken');
  })();
  expect(taken.map(({ value }) => value.shown ?? value.is)).toEqual(['confirmed', '239', '238', '1']);
  // Gone back to, what is typed replaces what stands there.
  const volts = page.getByRole('textbox', { name: /^Voltage L–N/ });
  await volts.focus();
  await page.keyboard.type('240');
  await page.keyboard.press('Enter');
  await expect(volts).toHaveValue('240');
});
