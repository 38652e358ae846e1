import { addBoard, cell, expect, fill, openJob, sendNow, settled, signIn, test } from './ledger-page';

test('without a network work goes on, says so, survives a reload, and is sent once', async ({ page, context }) => {
  await signIn(page);
  const job = await openJob(page, 'NET-1');
  await page.goto(`${job}/origin`);
  await settled(page);
  await page.route('**/api/jobs/*/entries*', (route) => route.abort());
  await fill(page, /^Ze/, '0.21');
  await fill(page, /^Voltage/, '239');
  await expect(page.getByTestId('send-state')).toHaveText('Offline, saved here (2)');
  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Ze/ })).toHaveValue('0.21');
  await expect(page.getByTestId('send-state')).toHaveText('Offline, saved here (2)');
  await page.unroute('**/api/jobs/*/entries*');
  await sendNow(page);
  await settled(page);
  const answer = await context.request.get(`/api${job}/entries`);
  const { entries } = (await answer.json()) as { entries: { kind: string }[] };
  expect(entries.filter((entry) => entry.kind === 'reading.taken')).toHaveLength(2);
});

test('an answer lost on the way back doubles nothing', async ({ page, context }) => {
  await signIn(page);
  const job = await openJob(page, 'NET-2');
  await page.goto(`${job}/origin`);
  await settled(page);
  let lost = 0;
  await page.route('**/api/jobs/*/entries', async (route) => {
    if (route.request().method() !== 'POST' || lost > 0) return route.continue();
    lost += 1;
    await route.fetch();
    return route.abort();
  });
  await fill(page, /^Ze/, '0.22');
  await settled(page);
  expect(lost).toBe(1);
  const { entries } = (await (await context.request.get(`/api${job}/entries`)).json()) as {
    entries: { kind: string }[];
  };
  expect(entries.filter((entry) => entry.kind === 'reading.taken')).toHaveLength(1);
});

test('two browsers on one job come to the same without a reload', async ({ page, browser }) => {
  await signIn(page);
  const job = await openJob(page, 'NET-3');
  await addBoard(page, job);
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 1);
  await other.goto(`${job}/circuits`);
  await settled(other);
  await cell(page, 'Zs', 1).click();
  await page.keyboard.type('0.55');
  await page.keyboard.press('Enter');
  await expect(cell(other, 'Zs', 1)).toHaveAccessibleName(/0\.55 ohm/);
  await cell(other, 'Zs', 2).click();
  await other.keyboard.type('1.31');
  await other.keyboard.press('Enter');
  await expect(cell(page, 'Zs', 2)).toHaveAccessibleName(/1\.31 ohm/);
});

test('what the ledger refuses is shown with its reason and kept until put aside', async ({ page, browser }) => {
  await signIn(page);
  const job = await openJob(page, 'NET-4');
  await page.goto(`${job}/origin`);
  await settled(page);
  await fill(page, /^Ze/, '0.20');
  await settled(page);
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 1);
  await other.goto(`${job}/origin`);
  await settled(other);
  // Both correct the same reading; the other browser hears of it only after it has typed its own.
  await other.route('**/api/jobs/*/**', (route) => route.abort());
  await fill(other, /^Ze/, '0.25');
  await fill(page, /^Ze/, '0.24');
  await settled(page);
  await other.unroute('**/api/jobs/*/**');
  await sendNow(other);
  const refusals = other.getByRole('list', { name: 'Not accepted' });
  await expect(refusals).toContainText('struck already');
  await other.reload();
  await expect(refusals).toContainText('struck already');
  await refusals.getByRole('button', { name: 'Dismiss' }).click();
  await expect(refusals).toHaveCount(0);
});

test('what reaches a sealed job late is kept after the seal, and the seal holds', async ({ page, context }) => {
  await signIn(page);
  await page.getByRole('link', { name: 'FW-104' }).click();
  const sealed = page.getByRole('link', { name: /Sealed as EICR-/ });
  await expect(sealed).toBeVisible();
  const job = new URL(page.url()).pathname;
  const entry = {
    id: crypto.randomUUID(),
    kind: 'client.named',
    version: 1,
    body: { telephone: '01632 960 199' },
    madeAt: new Date().toISOString(),
    device: 'x',
  };
  const answer = await context.request.post(`/api${job}/entries`, {
    headers: { Origin: new URL(page.url()).origin },
    data: { entries: [entry] },
  });
  expect(await answer.json()).toMatchObject({ results: [{ accepted: true }] });
  await page.reload();
  await settled(page);
  await sealed.click();
  await page.getByRole('link', { name: 'Verification page' }).click();
  await expect(page.getByRole('heading', { name: 'This document is intact' })).toBeVisible();
});
