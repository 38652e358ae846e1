import { readFileSync } from 'node:fs';
import { v7 } from 'uuid';
import {
  addBoard,
  cell,
  entriesOf,
  expect,
  noteCrackedRose,
  openJob,
  send,
  settled,
  signIn,
  test,
} from './ledger-page';

test('a typical finding proposes its code by questions; another code keeps its reason', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'FIND-1');
  await page.goto(`${job}/observations`);
  await settled(page);
  await page.getByRole('textbox', { name: 'What was found' }).fill('socket-outlets with no RCD');
  await page.getByRole('button', { name: 'C3 Socket-outlets up to 32 A with no 30 mA RCD' }).click();
  await expect(page.getByText('Proposed: C3.')).toBeVisible();
  const outdoors = page.getByRole('radiogroup', { name: /likely to feed things used outdoors/ });
  await expect(outdoors).toHaveCount(0);
  await page.getByRole('radiogroup', { name: 'Is it TT?' }).getByRole('radio', { name: 'no' }).click();
  await outdoors.getByRole('radio', { name: 'yes' }).click();
  await expect(page.getByText('Proposed: C2.')).toBeVisible();
  const codes = page.getByRole('radiogroup', { name: 'Code' });
  await expect(codes.getByRole('radio', { name: 'C2' })).toHaveAttribute('aria-checked', 'true');
  const asked = page.getByLabel('Not found in the description');
  await expect(asked).toHaveText(/^Which room is it in/);
  await page.getByRole('textbox', { name: 'Where' }).fill('Kitchen, beside the back door');
  await expect(asked).toHaveText(/^Which circuit feeds it/);
  await page.getByRole('textbox', { name: 'Why it matters' }).fill('A fault outdoors would not be cut off in time');
  await codes.getByRole('radio', { name: 'C3' }).click();
  await expect(page.getByRole('button', { name: 'Save observation' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Why C3 and not C2' }).fill('No way out to the garden from here');
  await page.getByRole('button', { name: 'Save observation' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Kitchen, beside the back door' })).toBeVisible();
  await settled(page);
});

test('demand is worked out from the ways and taken', async ({ page }) => {
  await signIn(page);
  await page.goto(`${(await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? ''}/origin`);
  await settled(page);
  await page.getByText('Calculated from the circuits').click();
  await expect(page.getByRole('row', { name: /sockets the largest whole \(32 A\)/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Take \d+ A$/ })).toBeVisible();
});

test('which accessories to open is chosen beforehand, and grows with what is found', async ({ page }) => {
  await signIn(page);
  await page.goto(`${(await page.getByRole('link', { name: 'FW-118' }).getAttribute('href')) ?? ''}/brief`);
  await settled(page);
  await page.getByText(/^Open 16 of 38 \(42 %\): which/).click();
  await expect(page.getByText('the share grew from 20 % to 40 %')).toBeVisible();
  await expect(page.getByText(/^Hall, Garden room/)).toBeVisible();
});

test('pictures of a finding are kept without a network, sent later, captioned, and printed', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'PIC-1');
  await noteCrackedRose(page, job);
  await page.route('**/pictures/*', (route) => route.abort());
  await page.getByLabel('Add pictures').setInputFiles([
    { name: 'rose.jpg', mimeType: 'image/jpeg', buffer: readFileSync('tests/fixtures/logo.jpg') },
    { name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('no picture') },
  ]);
  await expect(page.getByRole('alert').filter({ hasText: 'notes.png' })).toContainText('The others are saved.');
  const pictures = page.getByRole('list', { name: 'Pictures of observation 1' });
  await expect(pictures.getByRole('listitem')).toHaveCount(1);
  await expect(pictures).toContainText('not yet sent');
  await settled(page);
  await page.reload();
  await expect(pictures).toContainText('not yet sent');
  await page.unroute('**/pictures/*');
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(pictures.getByText('not yet sent')).toHaveCount(0);
  await pictures.getByLabel('Caption').fill('Seen from the stairs');
  await pictures.getByLabel('Caption').press('Enter');
  await settled(page);
  const picture = pictures.getByRole('img', { name: 'Seen from the stairs' });
  await expect(picture).toBeVisible();
  await expect.poll(() => picture.evaluate((at: HTMLImageElement) => at.naturalWidth)).toBeGreaterThan(0);
  // An arrow and a patch over a face; what comes of it stands in its place, the caption with it.
  await pictures.getByRole('button', { name: 'Draw on picture' }).click();
  const dialog = page.getByRole('dialog', { name: 'Draw on the picture' });
  const sheet = dialog.getByLabel('Picture to draw on');
  for (const mark of ['Arrow', 'Blur']) {
    await dialog.getByRole('radio', { name: mark }).click();
    await sheet.scrollIntoViewIfNeeded();
    const box = await sheet.boundingBox();
    if (!box) throw new Error('Nothing to draw upon');
    await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.7, box.y + box.height * 0.6, { steps: 4 });
    await page.mouse.up();
  }
  await dialog.getByRole('button', { name: 'Save drawing' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(pictures.getByText('not yet sent')).toHaveCount(0);
  await expect(pictures.getByRole('listitem')).toHaveCount(1);
  await settled(page);
  const taken = await entriesOf<{ sha256: string; caption: string }>(page, job, 'picture.taken');
  expect(new Set(taken.map(({ sha256 }) => sha256)).size).toBe(2);
  expect(taken.at(-1)?.caption).toBe('Seen from the stairs');
  // What was drawn over is handed out no more.
  expect((await page.request.get(`/api${job}/pictures/${taken[0]?.sha256}`)).status()).toBe(404);
  const kept = taken.at(-1);
  const answer = await page.request.get(`/api${job}/pictures/${kept?.sha256}`);
  expect(answer.headers()['content-type']).toBe('image/jpeg');
  const draft = await page.request.get(`/api${job}/draft`);
  expect((await draft.body()).toString('latin1')).toContain('/DCTDecode');
});

test('a danger: somebody is told, it is signed for, the notice is printed, and the code stays', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'DANGER-1');
  await page.goto(`${job}/observations?item=4.3&code=C1`);
  await settled(page);
  await page.getByRole('textbox', { name: 'What was found' }).fill('Live bar behind a missing cover');
  await page.getByRole('textbox', { name: 'Where' }).fill('Board, cupboard under the stairs');
  await page.getByRole('textbox', { name: 'Why it matters' }).fill('Anybody can touch it');
  await page.getByRole('button', { name: 'Save observation' }).click();
  await page.getByRole('button', { name: 'Inform person in charge' }).click();
  const dialog = page.getByRole('dialog', { name: 'Danger: observation 1' });
  await dialog.getByLabel('Person informed and role').fill('Ms O. Fairweather, tenant');
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Enter whether isolation was permitted.');
  await dialog.getByRole('radio', { name: 'agreed' }).click();
  await dialog.getByLabel('How it was made safe').fill('Main switch locked off');
  await dialog.getByRole('radio', { name: 'signed', exact: true }).click();
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog.getByRole('alert')).toHaveText('Signed, but nothing was drawn.');
  const sheet = dialog.locator('canvas');
  await sheet.scrollIntoViewIfNeeded();
  const box = await sheet.boundingBox();
  if (!box) throw new Error('Nothing to sign on');
  await page.mouse.move(box.x + 40, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 160, box.y + 30, { steps: 8 });
  await page.mouse.up();
  await dialog.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText(/^Informed: Ms O\. Fairweather, tenant, .*notice signed\.$/)).toBeVisible();
  await settled(page);
  const notice = await page.request.get(
    (await page.getByRole('link', { name: 'Danger notice, to print' }).getAttribute('href')) ?? '',
  );
  expect(notice.headers()['content-type']).toBe('application/pdf');
  expect((await notice.body()).subarray(0, 5).toString()).toBe('%PDF-');
  // A doubt parked is in the way of signing until it was looked up.
  const write = page.getByRole('form', { name: 'Add note' });
  await write.getByLabel('Note', { exact: true }).fill('Which edition the board was fitted under');
  await write.getByRole('button', { name: 'Save note' }).click();
  await page.getByLabel(/^Outcome/).waitFor();
  await settled(page);
  await page.goto(`${job}/review`);
  await settled(page);
  await page.getByRole('link', { name: /^To look up: Which edition/ }).click();
  await page.getByLabel(/^Outcome/).fill('The seventeenth');
  await page.keyboard.press('Enter');
  await expect(page.getByText('✓ The seventeenth')).toBeVisible();
  await settled(page);
  expect(await entriesOf(page, job, 'finding.told')).toMatchObject([{ receipt: 'signed', isolate: 'agreed' }]);
  // The notice is a document of its own, which waits for nothing the report waits for, and leaves the finding open.
  await page.goto(`${job}/observations`);
  await page.getByRole('button', { name: 'Start danger notice' }).click();
  await expect(page.getByRole('heading', { name: 'Danger notice', level: 1 })).toBeVisible();
  await expect(page.getByText('Main switch locked off')).toBeVisible();
  await expect(page.getByText('Nothing to complete.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Sign as / })).toBeEnabled();
  await page.goto(`${job}/observations`);
  await expect(page.getByRole('button', { name: 'Start remedial work' })).toBeVisible();
  await settled(page);
});

test('one question goes by a link to somebody without an account, and the answer becomes an agreed limitation', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const job = await openJob(page, 'ASK-1');
  await page.goto(`${job}/observations`);
  await settled(page);
  await page.getByLabel('Your question, as they will read it').fill('May I lift the landing floor?');
  await page.getByRole('button', { name: 'Ask' }).click();
  const question = page.getByRole('list', { name: 'Questions' });
  await question
    .getByLabel('Add pictures')
    .setInputFiles([{ name: 'floor.jpg', mimeType: 'image/jpeg', buffer: readFileSync('tests/fixtures/logo.jpg') }]);
  await expect(question.getByRole('img')).toHaveCount(1);
  await expect(question.getByText('not yet sent')).toHaveCount(0);
  await settled(page);
  await page.getByRole('button', { name: 'Send, or enter the answer' }).click();
  const dialog = page.getByRole('dialog', { name: 'May I lift the landing floor?' });
  await dialog.getByLabel('Name').fill('Mr P. Sallis');
  await dialog.getByRole('button', { name: 'Create link' }).click();
  const address = (await dialog.getByTestId('link-made').textContent()) ?? '';
  const theirs = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await theirs.goto(address);
  await expect(theirs.getByRole('heading', { level: 1 })).toHaveText('May I lift the landing floor?');
  const shown = theirs.getByRole('img', { name: 'Question about' });
  await expect.poll(() => shown.evaluate((at: HTMLImageElement) => at.naturalWidth)).toBeGreaterThan(0);
  const send = theirs.getByRole('button', { name: 'Send answer' });
  await expect(async () => {
    await send.click();
    await expect(theirs.getByText('Choose an answer.')).toBeVisible({ timeout: 2_000 });
  }).toPass();
  await theirs.getByRole('radio', { name: 'No', exact: true }).click();
  await theirs.getByLabel('Anything to add').fill('The carpet is new');
  await send.click();
  await expect(theirs.getByText(/^✓ Your answer was sent/)).toBeVisible();
  await theirs.goto(address);
  await expect(theirs.getByRole('heading')).toHaveText('This link no longer works');
  await page.keyboard.press('Escape');
  const asked = page.getByRole('list', { name: 'Questions' });
  await expect(asked.getByText('No. The carpet is new')).toBeVisible();
  await expect(asked).toContainText(/Mr P\. Sallis, .*, by link/);
  await asked.getByRole('button', { name: 'Save as agreed limitation' }).click();
  await settled(page);
  expect(await entriesOf(page, job, 'limitation.noted')).toMatchObject([
    {
      sort: 'agreed',
      what: 'May I lift the landing floor?',
      why: 'No. The carpet is new',
      agreedWith: 'Mr P. Sallis',
    },
  ]);
});

test('a reading that is not met begins its finding, in every place it is in, and a code too high is warned of once', async ({
  page,
}) => {
  await signIn(page);
  const job = await openJob(page, 'FIND-2');
  await addBoard(page, job);
  await cell(page, 'insulation resistance live to earth', 1).click();
  await page.keyboard.type('0.42');
  await page.keyboard.press('Enter');
  await cell(page, 'insulation resistance live to earth', 1).click();
  await page.getByRole('link', { name: 'Add observation' }).click();
  await expect(page.getByText('Proposed: C2.')).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Where' })).toHaveValue('Ground-floor sockets');
  await expect(page.getByRole('textbox', { name: 'Why it matters' })).toHaveValue(/0\.42.*Limit: /);
  await expect(page.getByRole('combobox', { name: 'Circuit' })).toContainText('1 Ground-floor sockets');
  await page.getByRole('textbox', { name: 'What was found' }).fill('bath room rcd');
  await page.getByRole('button', { name: 'C3 Bath room circuits with no 30 mA RCD' }).click();
  const another = page.getByRole('textbox', { name: 'The same in another place' });
  for (const place of ['Shower room', 'En suite']) {
    await another.fill(place);
    await another.press('Enter');
  }
  await page.getByRole('button', { name: 'Not in Shower room' }).click();
  await page.getByRole('radiogroup', { name: 'Code' }).getByRole('radio', { name: 'C2' }).click();
  await page.getByRole('textbox', { name: /^Why C2 and not/ }).fill('It drips');
  const warned = page.getByRole('alert').filter({ hasText: 'Often coded too high.' });
  await expect(warned).toHaveCount(0);
  await page.getByRole('button', { name: 'Save observation' }).click();
  await expect(warned).toBeVisible();
  await page.getByRole('button', { name: 'Save observation' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Ground-floor sockets; En suite' })).toBeVisible();
  await settled(page);
});

test('a picture that cannot be read, kept or wholly sent is said so, and nothing else is lost', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'PIC-2');
  await noteCrackedRose(page, job);
  const rose = { name: 'rose.jpg', mimeType: 'image/jpeg', buffer: readFileSync('tests/fixtures/logo.jpg') };
  const add = page.getByLabel('Add pictures').first();
  const said = page.getByRole('alert');
  await add.setInputFiles([{ name: 'IMG_1.HEIC', mimeType: 'image/heic', buffer: Buffer.from('ftypheic') }]);
  await expect(said.filter({ hasText: 'IMG_1.HEIC is a HEIC picture' })).toContainText('Set the camera to JPEG');
  // A device that is full.
  await page.evaluate(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function full(this: IDBObjectStore, ...args: Parameters<typeof put>) {
      if (this.name === 'pictures') throw new DOMException('full', 'QuotaExceededError');
      return put.apply(this, args);
    };
    Object.assign(window, { room: () => (IDBObjectStore.prototype.put = put) });
  });
  await add.setInputFiles([rose]);
  await expect(said.filter({ hasText: 'rose.jpg was not saved' })).toBeVisible();
  const pictures = page.getByRole('list', { name: 'Pictures of observation 1' });
  await expect(pictures).toHaveCount(0);
  await page.evaluate(() => (window as unknown as { room: () => void }).room());
  // One that breaks off half-way is refused whole, and sent again.
  const halves: number[] = [];
  await page.route('**/pictures/*', async (route) => {
    const whole = route.request().postDataBuffer() ?? Buffer.alloc(0);
    const answer = await route.fetch({ postData: whole.subarray(0, whole.length / 2) });
    halves.push(answer.status());
    await route.fulfill({ response: answer });
  });
  await add.setInputFiles([rose]);
  await expect.poll(() => halves).toEqual([422]);
  await expect(pictures).toContainText('not yet sent');
  await expect(page.getByText('1 picture is waiting to be sent.')).toBeVisible();
  await page.unroute('**/pictures/*');
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(pictures.getByText('not yet sent')).toHaveCount(0);
  await settled(page);
});

test('a picture of what could not be inspected begins a finding, and goes with it', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'PIC-3');
  const limitation = { limitationId: v7(), sort: 'operational', what: 'Loft', why: 'Full', agreedWith: null };
  await send(page, job, { kind: 'limitation.noted', version: 1, body: limitation });
  await page.goto(`${job}/brief`);
  await settled(page);
  const rose = { name: 'rose.jpg', mimeType: 'image/jpeg', buffer: readFileSync('tests/fixtures/logo.jpg') };
  await page.getByLabel('Add pictures').setInputFiles([rose]);
  await page.getByRole('link', { name: 'An observation' }).click();
  await page.getByRole('textbox', { name: 'What was found' }).fill('Joint without a lid');
  await page.getByRole('textbox', { name: 'Why it matters' }).fill('Live parts within reach');
  await page.getByRole('radiogroup', { name: 'Code' }).getByRole('radio', { name: 'C2' }).click();
  await page.getByRole('button', { name: 'Save observation' }).click();
  await expect(page.getByRole('list', { name: 'Pictures of observation 1' }).getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: 'Edit' }).click();
  await page.getByRole('button', { name: 'Ask a colleague about the code' }).click();
  await expect(page.getByRole('list', { name: 'Questions' })).toContainText('Which code: Joint without a lid');
  await settled(page);
});
