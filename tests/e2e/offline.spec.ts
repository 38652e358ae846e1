import {
  addBoard,
  cell,
  entriesOf,
  expect,
  fill,
  openJob,
  sendNow,
  settled,
  signIn,
  signInByForm,
  signOut,
  test,
} from './ledger-page';

// The other tests do without the worker that keeps pages on the device; here it is what is tested.
test.use({ serviceWorkers: 'allow' });

const isKept = (page: import('@playwright/test').Page, path: string) =>
  expect
    .poll(() => page.evaluate(async (at) => (await (await caches.open('pages')).match(at)) !== undefined, path))
    .toBe(true);

test('without a network every stage opens, a reload keeps everything, and all of it is sent once', async ({
  page,
  context,
}) => {
  await signIn(page);
  const job = await openJob(page, 'CELLAR-1');
  await addBoard(page, job);
  await settled(page);
  await isKept(page, job);
  // Sent after the page was kept: the copy on the device has to bring it back.
  await cell(page, 'Zs', 1).click();
  await page.keyboard.type('0.55');
  await page.keyboard.press('Enter');
  await settled(page);
  await context.setOffline(true);

  const stages = page.getByRole('navigation', { name: 'Pages of the job' });
  for (const [stage, heading] of [
    ['Job details', 'Client and installation'],
    ['Isolation', 'Safe isolation'],
    ['Inspection', 'Inspection'],
    ['Tests', 'Tests: Plan of tests'],
    ['Observations', 'Observations'],
    ['Review and sign', 'Overall assessment'],
  ] as const) {
    await stages.getByRole('link', { name: stage }).click();
    await expect(page.getByRole('main').getByRole('heading', { name: heading }).first()).toBeAttached();
    await expect(page).toHaveTitle(new RegExp(`^${stage}`));
  }
  await page.goBack();
  await expect(page.getByRole('heading', { name: 'Observations', exact: true })).toBeVisible();
  await page.goForward();
  await expect(page.getByRole('heading', { name: 'Overall assessment' })).toBeVisible();
  // The stage a link leads to, and the place in it.
  await page.getByRole('link', { name: /^Next:/ }).click();
  await expect(page).toHaveURL(/#/);
  await stages.getByRole('link', { name: 'Supply and earthing' }).click();
  await fill(page, /^Ze/, '0.21');
  await expect(page.getByTestId('send-state')).toContainText('Offline, saved here (1)');

  await page.reload();
  await expect(page.getByRole('textbox', { name: /^Ze/ })).toHaveValue('0.21');
  await expect(page.getByTestId('send-state')).toContainText('Offline, saved here (1)');
  // Another address of the job, with a bench and a way in it.
  await page.goto(`${job}/tests?bench=board`);
  await expect(page.getByRole('combobox', { name: 'Test', exact: true })).toHaveText('Board');
  await stages.getByRole('link', { name: 'Circuits' }).click();
  await expect(cell(page, 'Zs', 1)).toHaveAccessibleName(/0\.55 ohm/);
  await cell(page, 'Zs', 2).click();
  await page.keyboard.type('1.31');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('send-state')).toContainText('Offline, saved here (2)');

  await context.setOffline(false);
  await sendNow(page);
  await settled(page);
  const readings = await entriesOf<{ slot: { test: string } }>(page, job, 'reading.taken');
  expect(readings.map((reading) => reading.slot.test).sort()).toEqual(['ze', 'zs', 'zs']);
});

test('a page never opened here says so without a network, and signing out leaves no job behind', async ({
  page,
  context,
}) => {
  await signInByForm(page);
  const job = await openJob(page, 'CELLAR-2');
  await isKept(page, job);
  await page.goto('/');
  await isKept(page, '/');
  await context.setOffline(true);
  // The browser takes the network from the page at once, from the worker a moment later.
  await expect(async () => {
    await page.goto(`/jobs/${crypto.randomUUID()}`);
    await expect(page.getByRole('heading', { name: /not on this device/ })).toBeVisible({ timeout: 5_000 });
  }).toPass();
  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('radio', { name: 'Inspect an existing installation' }).click();
  await page.getByLabel('Your reference').fill('CELLAR-3');
  await page.getByLabel('Installation address').fill('3 Tansy Court, Marrowby');
  await page.getByRole('button', { name: 'Create job' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('A new job needs one to be created');
  await expect(page.getByLabel('Your reference')).toHaveValue('CELLAR-3');
  await page.keyboard.press('Escape');
  await signOut(page);
  await expect(page.getByText('you are still signed in')).toBeVisible();
  await page.getByRole('link', { name: 'CELLAR-2' }).click();
  await settled(page);
  await context.setOffline(false);
  await page.goto('/');
  await signOut(page);
  await expect(page).toHaveURL(/sign-in/);
  const left = await page.evaluate(async (path) => {
    const database = await new Promise<IDBDatabase>(
      (resolve) =>
        (indexedDB.open('orange-ledger').onsuccess = (event) => resolve((event.target as IDBOpenDBRequest).result)),
    );
    const copies = await new Promise<number>(
      (resolve) =>
        (database.transaction('numbered').objectStore('numbered').count().onsuccess = (event) =>
          resolve((event.target as IDBRequest<number>).result)),
    );
    return { copies, page: (await caches.match(path)) !== undefined };
  }, job);
  expect(left).toEqual({ copies: 0, page: false });
});

test('practice opens and goes on without a network: a house is made here, and what was done in it stays', async ({
  page,
  context,
}) => {
  await page.goto('/practice');
  await isKept(page, '/practice');
  await page.getByRole('button', { name: 'Start Prove it dead' }).click();
  await page.getByRole('button', { name: 'Inform occupants' }).click();
  const at = page.url();
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Occupants informed' })).toBeVisible();
  await page.getByRole('button', { name: 'Look closely' }).click();
  await page.getByRole('button', { name: 'Leave' }).click();
  await page.getByRole('button', { name: 'Start Halve it' }).click();
  await expect(page.getByRole('heading', { name: 'Halve it' })).toBeVisible();
  await page.goto(at);
  await expect(page.getByRole('button', { name: 'Occupants informed' })).toBeVisible();
});
