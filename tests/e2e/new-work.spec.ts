import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { minorWorksByKeyboard } from '../../scripts/bench/minor-works.mjs';
import {
  beginJob,
  cell,
  choose,
  demo,
  entriesOf,
  expect,
  fill,
  noteCrackedRose,
  openBegunJob,
  openJob,
  settled,
  signIn,
  test,
} from './ledger-page';

/** Opens the dialog and says what was done, as far as it decides which paper. */
async function say(page: Page, sort: string, did: string): Promise<void> {
  await beginJob(page, sort);
  if (did) await page.getByRole('dialog').getByLabel('What, where, on which circuit').fill(did);
}

async function demoJob(page: Page, reference: string): Promise<string> {
  await page.goto('/');
  return (await page.getByRole('link', { name: reference, exact: true }).getAttribute('href')) ?? '';
}

/** Downloads the sealed file from its page and has it checked where anybody may. */
async function verified(page: Page): Promise<void> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download PDF' }).click(),
  ]);
  const file = await download.path();
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');
  await page.getByRole('link', { name: 'Verification page' }).click();
  await expect(page.getByRole('heading', { name: 'This document is intact' })).toBeVisible();
  await page.getByLabel(/Check a PDF file/).setInputFiles(file);
  await expect(page.getByText('This is the issued file')).toBeVisible();
}

/** Signs the first declaration that is open, with the password. */
async function sign(page: Page) {
  await page
    .getByRole('button', { name: /^Sign as/ })
    .first()
    .click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Your password').fill(demo.password);
  await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(dialog).toHaveCount(0);
}

test('what was done says which paper, why, and who is told; another one takes a reason', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'New job' }).click();
  const due = page.getByTestId('paper-due');
  for (const [sort, paper] of [
    ['Inspect an existing installation', 'EICR'],
    ['Addition or alteration of a circuit', 'MWC'],
    ['New circuit', 'EIC'],
    ['Board changed', 'EIC'],
    ['Remedial work from a report', 'MWC'],
    ['Like for like', 'none required, MWC advised'],
    ['Several small works in one visit', '2 × MWC'],
    ['Rewire', 'EIC'],
    ['New dwelling', 'EIC'],
  ] as const) {
    await page.getByRole('radio', { name: sort, exact: true }).click();
    await expect(due).toHaveText(paper);
    await expect(page.getByRole('button', { name: 'Create job' })).toBeInViewport({ ratio: 1 });
  }
  await page.getByRole('radio', { name: 'Addition or alteration of a circuit', exact: true }).click();
  const did = page.getByRole('dialog').getByLabel('What, where, on which circuit');
  await did.fill('added a socket');
  await expect(page.getByText('What, where and which circuit are given.')).toHaveCount(0);
  await did.fill('Added a double socket outlet in the back bedroom from circuit 3');
  await expect(page.getByText('What, where and which circuit are given.')).toBeVisible();
  // Decided otherwise: only with a reason.
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Document to start' }).click();
  await page.getByRole('option', { name: /^EIC, / }).click();
  await expect(dialog.getByLabel('Why EIC and not MWC')).toBeVisible();
  for (const [label, text] of [
    ['Your reference', 'NW-1'],
    ['Installation address', 'Tansy Court'],
    ['Premises', 'Flat'],
    ['Client: who pays', 'Larkspur Lettings'],
  ] as const)
    await dialog.getByLabel(label).fill(text);
  await dialog.getByRole('button', { name: 'Create job' }).click();
  await expect(dialog.getByRole('alert').first()).toBeVisible();
  await dialog.getByLabel('Why EIC and not MWC').fill('The landlord asks for one');
  await dialog.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('navigation').getByText('Inspection')).toBeVisible();
});

test('a new circuit opens as a certificate with what was said filled in', async ({ page }) => {
  await signIn(page);
  await say(page, 'New circuit', 'New cooker circuit 9 from the consumer unit to the kitchen');
  const job = await openBegunJob(page, 'NW-2');
  await page.goto(`${job}/brief`);
  await settled(page);
  await expect(page.getByRole('textbox', { name: 'What, where, which circuit' })).toHaveValue(/New cooker circuit 9/);
  await expect(page.getByText(/^Notifiable/)).toBeVisible();
  await page.goto(`${job}/inspection`);
  await settled(page);
  await page.getByRole('radio', { name: 'By section' }).click();
  await page.locator('[data-item="1"]').click();
  await page.getByRole('link', { name: 'Not right yet: add snag' }).click();
  const what = page.getByRole('textbox', { name: 'What is not right' });
  await expect(what).toHaveValue('Item 1: ');
  await what.fill('Item 1: seal of the service head broken');
  await page.getByRole('button', { name: 'Save snag' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'seal of the service head' }).first()).toBeVisible();
  await expect(page.getByText('Designed by')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Sign as/ })).toHaveCount(3);
});

test('a minor-works form from its last reading past a snag to a verified file', async ({ page }) => {
  await signIn(page);
  const job = await demoJob(page, 'FW-120');
  await page.goto(`${job}/circuits`);
  await settled(page);
  await cell(page, 'Zs', 4).click();
  await page.keyboard.type('0.66');
  await page.keyboard.press('Enter');
  await settled(page);
  await page.goto(`${job}/review`);
  await settled(page);
  await expect(page.getByRole('button', { name: /^Sign as/ })).toBeEnabled();
  await page.getByRole('textbox', { name: 'What is not right' }).fill('Cover plate loose');
  await page.getByRole('button', { name: 'Save snag' }).click();
  await expect(page.getByRole('button', { name: /^Sign as/ })).toBeDisabled();
  const snag = page.getByRole('region', { name: 'Snags' }).getByRole('listitem');
  await snag.getByRole('textbox').fill('Screwed home');
  await snag.getByRole('button').click();

  // Who answers for it is of the firm: nobody outside is asked for that.
  await expect(page.getByRole('button', { name: 'Signature from outside the company' })).toHaveCount(0);
  await sign(page);
  await expect(page.getByText(/^✓ Idris Pennock/)).toBeVisible();
  await page.getByRole('button', { name: 'Seal and issue' }).click();
  await page.waitForURL(/\/documents\//);
  const number = (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
  expect(number).toMatch(/^MWC-\d{4}-\d{4}$/);
  await verified(page);
});

test('a minor-works form from what was done to a verified file, by keyboard alone once the job is open', async ({
  page,
}) => {
  await signIn(page);
  await say(
    page,
    'Addition or alteration of a circuit',
    'Double socket added in the back bedroom beside the window, from circuit 3',
  );
  await openBegunJob(page, 'NW-4');
  const { keys } = await minorWorksByKeyboard(page, demo.password);
  expect(keys).toBeLessThan(700);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^MWC-\d{4}-\d{4}$/);
  await verified(page);
});

test('a certificate for a new circuit: its last readings, three signatures, another device offline since, a verified file', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const job = await demoJob(page, 'FW-123');
  // Somebody else has it open, and their network goes.
  const elsewhere = await browser.newContext();
  const theirs = await elsewhere.newPage();
  await signIn(theirs, 1);
  await theirs.goto(`${job}/origin`);
  await settled(theirs);
  await page.goto(`${job}/origin`);
  await settled(page);
  await fill(page, 'Earthing conductor, ohm', '0.01');
  await fill(page, 'Bonding to water, ohm', '0.03');
  await fill(page, 'Bonding to gas, ohm', '0.02');
  await expect(page.getByRole('button', { name: /before, .* with the new load/ })).toBeVisible();
  await settled(page);
  await page.goto(`${job}/circuits`);
  await settled(page);
  await fill(page, 'Zs at the board, ohm', '0.18');
  await fill(page, 'Ipf at the board, kiloamperes', '1.35');
  for (const [column, value] of [
    ['Zs', '0.41'],
    ['RCD time', '21'],
  ] as const) {
    await cell(page, column, 5).click();
    await page.keyboard.type(value);
    await page.keyboard.press('Enter');
  }
  await settled(page);
  await page.goto(`${job}/review`);
  await settled(page);
  // Proposed from the day it was completed.
  await page.getByRole('button', { name: 'Recommend', exact: true }).click();
  await settled(page);
  // Who designed it is not of the firm: they sign by a link, drawn, without an account; it opens for nobody of the firm.
  await page.getByRole('button', { name: 'Signature from outside the company' }).first().click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Ms O. Quillet');
  await dialog.getByRole('button', { name: 'Request signature' }).click();
  const link = (await page.getByTestId('link-made').textContent()) ?? '';
  await page.keyboard.press('Escape');
  const own = await page.context().newPage();
  await own.goto(link);
  await expect(own.getByRole('heading', { name: 'This link is for someone outside the company' })).toBeVisible();
  await own.close();
  const outside = await browser.newContext();
  const designer = await outside.newPage();
  await designer.goto(link);
  await designer.getByLabel('Company and role').fill('Electrician, Quillet Works');
  const sheet = await designer.locator('canvas').boundingBox();
  if (!sheet) throw new Error('no sheet to sign on');
  await designer.mouse.move(sheet.x + 20, sheet.y + 60);
  await designer.mouse.down();
  for (const [x, y] of [
    [90, 20],
    [140, 90],
    [200, 40],
  ] as const)
    await designer.mouse.move(sheet.x + x, sheet.y + y);
  await designer.mouse.up();
  await designer.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(designer.getByText('✓ Signed.')).toBeVisible();
  await designer.goto(link);
  await expect(designer.getByRole('heading', { name: 'This link no longer works' })).toBeVisible();
  await outside.close();
  await expect(page.getByText(/✓ Ms O. Quillet, Electrician, Quillet Works/)).toBeVisible();
  await expect(page.getByText(/^by link, from .*: from outside the company/)).toBeVisible();
  const [signature] = await entriesOf<{ drawn: unknown[] }>(page, job, 'declaration.signed');
  expect(signature?.drawn).toHaveLength(1);
  for (let role = 0; role < 2; role += 1) {
    await sign(page);
    await expect(page.getByText(/^✓ Idris Pennock/)).toHaveCount(role + 1);
  }
  await elsewhere.setOffline(true);
  await theirs.close();
  const warned = page.getByRole('alert').filter({ hasText: 'offline since' });
  await expect(async () => {
    await page
      .getByRole('button', { name: /Seal and issue|Refresh/ })
      .first()
      .click();
    await expect(warned.or(page.getByText('CERTIFIED'))).toBeVisible();
  }).toPass();
  await expect(warned).toContainText('Maud Tarrant');
  await warned.getByRole('button', { name: 'Issue without them' }).click();
  await page.waitForURL(/\/documents\//);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^EIC-/);
  await elsewhere.close();
  await page.getByRole('link', { name: 'Printed notice' }).waitFor();
  await verified(page);
});

test('a board is looked at before its change is quoted, and each shortfall becomes a line with a price', async ({
  page,
}) => {
  await signIn(page);
  const job = await demoJob(page, 'FW-122');
  await page.goto(`${job}/brief`);
  await settled(page);
  await page.getByRole('button', { name: /^Before quoting/ }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Meter tails' })).toContainText('16 mm² carries 87 A');
  await expect(page.getByRole('listitem').filter({ hasText: 'Neutral to earth' })).toContainText('trips as soon as');
  await page.getByRole('button', { name: /lines into the quote/ }).click();
  const quote = page.getByRole('region', { name: 'Lines of the quote' });
  await quote.getByLabel('Bond gas, £').fill('185');
  await quote.getByLabel('Bond gas, £').press('Enter');
  await quote.getByLabel('New line').fill('Consumer unit of ten ways, fitted');
  await quote.getByRole('button', { name: 'Add' }).click();
  await quote.getByLabel('Consumer unit of ten ways, fitted, £').fill('1,240.50');
  await quote.getByLabel('Consumer unit of ten ways, fitted, £').press('Enter');
  await expect(quote.getByRole('heading')).toContainText('£1,425.50');
  await settled(page);
  await page.reload();
  await settled(page);
  await page.getByRole('button', { name: /^Before quoting/ }).click();
  await expect(quote.getByLabel('Bond gas, £')).toHaveValue('185.00');
  // Whose a neutral is can be said where the check leads to.
  await page.getByRole('link', { name: /^Neutral: Way 4/ }).click();
  await choose(page, 'Neutral', /Its own/);
  await settled(page);
  await page.goto(`${job}/brief`);
  await settled(page);
  await page.getByRole('button', { name: /^Before quoting/ }).click();
  await expect(page.getByRole('link', { name: /^Neutral: Way 5/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Neutral: Way 4/ })).toHaveCount(0);
});

test('what a report found begins its paper, which points back at it', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'NW-3');
  await noteCrackedRose(page, job);
  await page.getByRole('button', { name: 'Start remedial work' }).click();
  await page.waitForURL(/\/brief/);
  await expect(page.getByRole('textbox', { name: 'What, where, which circuit' })).toHaveValue(
    'Fix: Rose cracked; Landing',
  );
  await settled(page);
  await page.goto(job);
  const papers = page.getByRole('region', { name: 'Documents' });
  await expect(papers.getByText('Current', { exact: true })).toHaveCount(1);
  await page.goto(`${job}/review`);
  await expect(page.getByRole('heading', { name: 'Minor Electrical Installation Works Certificate' })).toBeVisible();
});

test('an issued paper goes by mail to somebody without an account, and the firm sees that it was opened', async ({
  page,
  browser,
}) => {
  await signIn(page);
  await page.getByRole('link', { name: /^EIC-/ }).first().click();
  await page.waitForURL(/\/documents\//);
  await page.getByLabel('Name').fill('Mrs H. Dunmore');
  await page.getByLabel('E-mail (optional)').fill('mrs.dunmore@post.example');
  await page.getByRole('button', { name: 'Send to client' }).click();
  const handed = page.getByRole('list', { name: 'Sent to' }).getByRole('listitem').first();
  await expect(handed).toContainText(/sent \d/);
  const outside = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const theirs = await outside.newPage();
  await theirs.goto(process.env.LEDGER_POST ?? '');
  const letter = theirs.getByRole('article').filter({ hasText: 'mrs.dunmore@post.example' });
  await letter.getByRole('link').click();
  await expect(theirs.getByRole('heading', { name: 'The work was done, inspected and tested' })).toBeVisible();
  const [download] = await Promise.all([
    theirs.waitForEvent('download'),
    theirs.getByRole('link', { name: 'Download PDF' }).click(),
  ]);
  expect(
    readFileSync(await download.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  await theirs.getByRole('link', { name: 'Check that it is genuine' }).click();
  await expect(theirs.getByRole('heading', { name: 'This document is intact' })).toBeVisible();
  await page.reload();
  await expect(handed).toContainText('✓ opened');
  await handed.getByRole('button', { name: 'Withdraw link' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Withdraw' }).click();
  await expect(handed).toContainText('withdrawn');
  // The work was notifiable: notice is given, and acknowledged with a number.
  await page.getByRole('button', { name: 'Send notice' }).click();
  await expect(page.getByText(/acknowledged as BC\/\d+/)).toBeVisible();
  await theirs.goBack();
  await theirs.reload();
  await expect(theirs.getByRole('heading', { name: 'This link no longer works' })).toBeVisible();
  await outside.close();
});
