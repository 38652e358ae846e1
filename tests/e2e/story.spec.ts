import { readFileSync } from 'node:fs';
import { tamper } from '../support/database';
import {
  addBoard,
  bySection,
  cell,
  choose,
  demo,
  expect,
  fill,
  markItem,
  openJob,
  settled,
  signIn,
  test,
} from './ledger-page';

/** The whole way, once: sign in, a visit from brief to seal, the PDF, the proof, and the proof failing after one byte. */
test('a condition report from brief to sealed and verified', async ({ page }) => {
  test.slow();
  await signIn(page);
  const job = await openJob(page, 'ST-1');

  await page.goto(`${job}/brief`);
  await settled(page);
  for (const [label, text] of [
    ['Client address', '2 Tannery Row'],
    ['Occupier', 'Ms R. Sedge, tenant'],
    ['Inspected on', '20/11/2026'],
    ['Extent', 'The whole fixed installation'],
    ['Estimated age', '22'],
    ['Additions', 'None seen'],
    ['Records', 'none'],
    ['Previous report', 'none'],
    ['Accessories opened', '20'],
  ] as const)
    await fill(page, label, text);
  await choose(page, 'Reason', /^Rented home/);
  await page.getByRole('button', { name: 'Use' }).first().click();
  await settled(page);

  await page.goto(`${job}/origin`);
  await settled(page);
  await choose(page, /^Earthing system/, 'TN-C-S');
  await choose(page, /^Live conductors/, /1-phase/);
  await choose(page, /^Service fuse standard/, 'BS 88-3');
  for (const [service, state] of [
    ['Water', 'Bonded'],
    ['Gas', 'None here'],
    ['Oil', 'None here'],
    ['Structural steel', 'None here'],
    ['Lightning protection', 'None here'],
    ['Other', 'None here'],
  ] as const) {
    await choose(page, new RegExp(`^${service}`), state);
  }
  for (const [label, text] of [
    ['Service fuse rating', '80'],
    ['Other sources', 'none'],
    ['Maximum demand', '60'],
    ['Earthing conductor', '16'],
    ['Main bonding', '10'],
    ['Location', 'In the consumer unit'],
    ['Standard', 'BS EN 60947-3'],
    ['Poles', '2'],
    ['Rating', '100'],
    ['Voltage', '230'],
  ] as const) {
    const field = page
      .getByRole('main')
      .locator('section')
      .nth(1)
      .getByRole('textbox', { name: new RegExp(`^${label}(?! L)`) })
      .first();
    await field.fill(text);
    await field.blur();
  }
  await fill(page, /^Polarity of the supply/, 'ok');
  for (const [label, text] of [
    ['Voltage L–N', '238'],
    ['Ze', '0.37'],
    ['Ipf, line to neutral', '1.32'],
    ['Ipf, line to earth', '0.9'],
    ['Earthing conductor, ohm', '0.01'],
    ['Bonding to water', '0.04'],
  ] as const)
    await fill(page, label, text);
  await expect(page.getByText('0.37 Ω > 0.35 Ω')).toBeVisible();
  await fill(page, /^Ze/, '0.21');
  await expect(page.getByText('Corrected to 0.21')).toBeVisible();
  await settled(page);

  await addBoard(page, job);
  for (const [label, text] of [
    ['Location', 'Under the stairs'],
    ['Supplied from', 'Intake'],
    ['Zs at the board', '0.20'],
    ['Ipf at the board', '1.3'],
  ] as const)
    await fill(page, label, text);
  const type = async (column: string, circuit: number, text: string) => {
    await cell(page, column, circuit).click();
    await page.keyboard.type(text);
    await expect(page.getByTestId('working-value')).toContainText(text === 'ok' ? '✓' : (text.split(' ')[0] ?? ''));
    await page.keyboard.press('Enter');
  };
  for (const [column, text] of [
    ['r1', '0.52'],
    ['rn', '0.53'],
    ['r2', '0.86'],
    ['R1 plus R2', '0.35'],
    ['insulation resistance live to live', '>999'],
    ['insulation resistance live to earth', '0.6'],
    ['polarity', 'ok'],
    ['Zs', '1.05'],
    ['RCD time', '24'],
    ['RCD test button', 'ok'],
  ] as const)
    await type(column, 1, text);
  await type('Zs', 1, '1.60');
  await cell(page, 'Zs', 1).click();
  await expect(page.getByLabel('Working')).toContainText('1.60 Ω > 1.37 Ω');
  // The new figure took the place of the other, which is struck and stays to be seen.
  await expect(page.getByLabel('Struck-out readings')).toContainText('1.05');
  await page.keyboard.press('Delete');
  await type('Zs', 1, '0.56');
  await cell(page, 'Zs', 1).click();
  await expect(page.getByLabel('Working')).toContainText('0.56 Ω ≤');
  await expect(page.getByLabel('Struck-out readings')).toContainText('Cleared');
  for (const [column, text] of [
    ['R1 plus R2', '1.10'],
    ['insulation resistance live to live', 'LIM dimmer could not be taken out'],
    ['insulation resistance live to earth', '>999'],
    ['polarity', 'ok'],
    ['Zs', '1.31'],
    ['RCD time', '22'],
    ['RCD test button', 'ok'],
  ] as const)
    await type(column, 2, text);
  await settled(page);

  await bySection(page, job);
  await markItem(page, '3.7', 'limitation');
  await page.getByLabel('Reason for LIM').fill('Stop tap boxed in');
  await page.getByRole('button', { name: 'Save LIM' }).click();
  await expect(page.getByText('LIM: Stop tap boxed in')).toBeVisible();
  // On TN there is no electrode to accept: acts over a whole section leave it.
  for (const item of ['2.0', '3.2', '7.1', '8.1']) await markItem(page, item, 'not applicable');
  for (;;) {
    const rest = page.getByRole('button', { name: /left acceptable/ });
    if ((await rest.count()) === 0) break;
    const before = await rest.count();
    await rest.first().click();
    await expect(rest).toHaveCount(before - 1);
  }
  await settled(page);

  await page.goto(`${job}/observations`);
  await settled(page);
  const note = async (what: string, where: string, why: string, code: string, item: string, circuit: string) => {
    await page.getByRole('textbox', { name: 'What was found' }).fill(what);
    await page.getByRole('textbox', { name: 'Where' }).fill(where);
    await page.getByRole('textbox', { name: 'Why it matters' }).fill(why);
    await choose(page, 'Inspection item', new RegExp(`^${item} `));
    if (circuit !== '0') await choose(page, 'Circuit', new RegExp(`^${circuit} `));
    await page.getByRole('radiogroup', { name: 'Code' }).getByRole('radio', { name: code }).click();
    await page.getByRole('button', { name: 'Save observation' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: where })).toBeVisible();
  };
  await note(
    'Low insulation resistance',
    'Sockets, ground floor',
    'Current can leak where it should not',
    'C2',
    '5.3',
    '1',
  );
  await note('Circuit chart faded', 'Consumer unit door', 'Someone may isolate the wrong circuit', 'C3', '4.9', '0');
  await settled(page);

  await page.goto(`${job}/review`);
  await settled(page);
  await expect(page.getByText('UNSATISFACTORY')).toBeVisible();
  await expect(page.getByRole('link', { name: /Summary of the condition/ }).first()).toBeVisible();
  const issue = async (summary: string): Promise<string> => {
    await fill(page, 'Summary of the condition', summary);
    await page.getByRole('button', { name: 'Recommend' }).click();
    const sign = page.getByRole('button', { name: /^Sign as/ });
    await expect(page.getByText('Nothing to complete')).toBeVisible();
    await expect(sign.first()).toBeEnabled();
    await expect(sign.first()).toBeInViewport();
    for (const left of [1, 0]) {
      await sign.first().click();
      const dialog = page.getByRole('dialog');
      await expect(dialog.getByLabel('Your password')).toBeFocused();
      if (left === 1) {
        await dialog.getByLabel('Your password').fill('not this one');
        await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
        await expect(dialog.getByRole('alert')).toContainText('Wrong password');
      }
      await dialog.getByLabel('Your password').fill(demo.password);
      await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(dialog).toHaveCount(0);
      await expect(sign).toHaveCount(left);
    }
    await settled(page);
    await page.getByRole('button', { name: 'Seal and issue' }).click();
    await page.waitForURL(/\/documents\//);
    return (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
  };
  const number = await issue('Sound but for the sockets on the ground floor.');
  expect(number).toMatch(/^EICR-\d{4}-\d{4}$/);

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download PDF' }).click(),
  ]);
  const file = await download.path();
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');

  const verify = (await page.getByRole('link', { name: 'Verification page' }).getAttribute('href')) ?? '';
  await page.context().clearCookies();
  await page.goto(verify);
  await expect(page.getByRole('heading', { name: 'This document is intact' })).toBeVisible();
  await page.getByLabel(/Check a PDF file/).setInputFiles(file);
  await expect(page.getByText('This is the issued file')).toBeVisible();

  // Something was wrong in it: a new issue, and both say so.
  await signIn(page);
  await page.goto(`${job}/review`);
  await settled(page);
  await page.getByLabel(`Something wrong in ${number}?`).fill('The summary named the wrong floor');
  await page.getByRole('button', { name: 'Start new issue' }).click();
  const second = await issue('Sound but for the sockets of the ground floor, front.');
  expect(second).toMatch(/^EICR-/);
  expect(second).not.toBe(number);
  await expect(page.getByText('because: The summary named the wrong floor')).toBeVisible();
  await page.getByRole('link', { name: 'Verification page' }).click();
  await expect(page.getByRole('heading', { name: 'This document is intact' })).toBeVisible();
  await page.getByRole('link', { name: number }).click();
  await expect(page.getByRole('heading', { name: 'This document is intact' })).toBeVisible();
  await expect(page.getByRole('link', { name: second })).toBeVisible();

  const changed = await tamper(
    `update entry set body = jsonb_set(body, '{value,shown}', '"0.57"') where stream_id = $1 and body->'value'->>'shown' = '0.56' returning seq`,
    [job.split('/').at(-1)],
  );
  expect(changed.rowCount).toBe(1);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'This document has been altered' })).toBeVisible();
  await expect(page.getByText(`Entry ${changed.rows[0].seq} of its record (reading taken`)).toBeVisible();
});
