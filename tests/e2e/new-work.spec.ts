import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { cell, demo, expect, settled, signIn, test } from './ledger-page';

/** Opens the dialog and says what was done, as far as it decides which paper. */
async function say(page: Page, sort: string, did: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Open a job' }).click();
  await page.getByRole('radio', { name: sort, exact: true }).click();
  if (did) await page.getByRole('dialog').getByLabel('What, where, on which circuit').fill(did);
}

async function open(page: Page, reference: string): Promise<string> {
  const dialog = page.getByRole('dialog');
  for (const [label, text] of [
    ['Your reference', reference],
    ['Address of the installation', `${reference} Tansy Court, Marrowby`],
    ['Premises', 'Two-bedroom flat'],
    ['Client: who pays', 'Larkspur Lettings'],
  ] as const)
    await dialog.getByLabel(label).fill(text);
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await settled(page);
  return new URL(page.url()).pathname;
}

async function demoJob(page: Page, reference: string): Promise<string> {
  await page.goto('/');
  return (await page.getByRole('link', { name: reference, exact: true }).getAttribute('href')) ?? '';
}

/** Signs whatever is left to sign with the password, seals, and answers the number. */
async function signAndSeal(page: Page, signatures: number): Promise<string> {
  const sign = page.getByRole('button', { name: /^Sign as/ });
  for (let left = signatures - 1; left >= 0; left -= 1) {
    await expect(sign.first()).toBeEnabled();
    await sign.first().click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Your password').fill(demo.password);
    await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(dialog).toHaveCount(0);
    await expect(sign).toHaveCount(left);
  }
  await settled(page);
  await page.getByRole('button', { name: 'Seal and issue' }).click();
  await page.waitForURL(/\/documents\//);
  return (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
}

test('what was done says which paper, why, and who is told; another one takes a reason', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'Open a job' }).click();
  const due = page.getByTestId('paper-due');
  for (const [sort, paper] of [
    ['Report on what exists', 'EICR'],
    ['Addition or alteration of a circuit', 'MWC'],
    ['New circuit', 'EIC'],
    ['Board changed', 'EIC'],
    ['Putting right what a report found', 'MWC'],
    ['Like for like', 'none required, MWC advised'],
    ['Several small works in one visit', '2 × MWC'],
    ['Rewire', 'EIC'],
    ['New dwelling', 'EIC'],
  ] as const) {
    await page.getByRole('radio', { name: sort, exact: true }).click();
    await expect(due).toHaveText(paper);
  }
  await page.getByRole('radio', { name: 'Addition or alteration of a circuit', exact: true }).click();
  const did = page.getByRole('dialog').getByLabel('What, where, on which circuit');
  await did.fill('added a socket');
  await expect(page.getByText('It says what, where and which circuit.')).toHaveCount(0);
  await did.fill('Added a double socket outlet in the back bedroom from circuit 3');
  await expect(page.getByText('It says what, where and which circuit.')).toBeVisible();
  // Decided otherwise: only with a reason.
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Paper to begin' }).click();
  await page.getByRole('option', { name: /^EIC, / }).click();
  await expect(dialog.getByLabel('Why EIC and not MWC')).toBeVisible();
  for (const [label, text] of [
    ['Your reference', 'NW-1'],
    ['Address of the installation', 'Tansy Court'],
    ['Premises', 'Flat'],
    ['Client: who pays', 'Larkspur Lettings'],
  ] as const)
    await dialog.getByLabel(label).fill(text);
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  await expect(dialog.getByRole('alert').first()).toBeVisible();
  await dialog.getByLabel('Why EIC and not MWC').fill('The landlord asks for one');
  await dialog.getByRole('button', { name: 'Open the job' }).click();
  await page.waitForURL(/\/jobs\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('navigation').getByText('Inspection')).toBeVisible();
});

test('a new circuit opens as a certificate with what was said filled in', async ({ page }) => {
  await signIn(page);
  await say(page, 'New circuit', 'New cooker circuit 9 from the consumer unit to the kitchen');
  const job = await open(page, 'NW-2');
  await page.goto(`${job}/brief`);
  await settled(page);
  await expect(page.getByRole('textbox', { name: 'What, where, which circuit' })).toHaveValue(/New cooker circuit 9/);
  await expect(page.getByText(/^Notifiable/)).toBeVisible();
  await page.goto(`${job}/review`);
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
  await page.getByRole('button', { name: 'Note the snag' }).click();
  await expect(page.getByRole('button', { name: /^Sign as/ })).toBeDisabled();
  const snag = page.getByRole('listitem').filter({ hasText: 'Cover plate loose' }).first();
  await snag.getByRole('textbox').fill('Screwed home');
  await snag.getByRole('button').click();
  const number = await signAndSeal(page, 1);
  expect(number).toMatch(/^MWC-\d{4}-\d{4}$/);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download the sealed PDF' }).click(),
  ]);
  const file = await download.path();
  expect(readFileSync(file).subarray(0, 5).toString()).toBe('%PDF-');
  await page.getByRole('link', { name: 'Verification page' }).click();
  await expect(page.getByRole('heading', { name: 'This document is intact' })).toBeVisible();
  await page.getByLabel(/Check the file itself/).setInputFiles(file);
  await expect(page.getByText('This file is the one that was issued')).toBeVisible();
});

test('what a sealed report found begins its paper, which points back at it', async ({ page }) => {
  await signIn(page);
  const job = await demoJob(page, 'FW-104');
  await page.goto(`${job}/observations`);
  await settled(page);
  await page.getByRole('button', { name: 'Mend it: begin its paper' }).first().click();
  await page.waitForURL(/\/brief/);
  await expect(page.getByRole('textbox', { name: 'What, where, which circuit' })).toHaveValue(/^Put right:/);
  await settled(page);
  await page.goto(job);
  await expect(page.getByRole('heading', { name: 'Papers of this job' })).toBeVisible();
  await expect(page.getByText('in hand')).toHaveCount(1);
  await page.goto(`${job}/review`);
  await expect(page.getByRole('heading', { name: 'Minor Electrical Installation Works Certificate' })).toBeVisible();
});
