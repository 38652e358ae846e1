import AxeBuilder from '@axe-core/playwright';
import { expect, openJob, settled, signIn, test } from './ledger-page';

/** A week far from the demo's own visits, as its address. */
const week = '/diary?week=2027-03-01';

test('a week is planned by form and keyboard, and what cannot be is said', async ({ page }) => {
  await signIn(page);
  await page.goto(week);
  await settled(page);
  const day = (name: string) => page.getByRole('region', { name });
  const book = async (what: string, at: string, minutes: string, more: Readonly<Record<string, string>> = {}) => {
    await page.getByRole('button', { name: 'Book visit' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Title').fill(what);
    await dialog.getByLabel('Start', { exact: true }).fill(at);
    await dialog.getByLabel('Minutes', { exact: true }).fill(minutes);
    for (const [label, said] of Object.entries(more)) await dialog.getByLabel(label).fill(said);
    await dialog.getByRole('button', { name: 'Book' }).click();
    await expect(dialog).toHaveCount(0);
  };
  await book('Report, Quarry Bank', '8.30', '240');
  await book('Board, Quarry Cottage', '9am', '60', {
    'Leave by': '10:30',
    'Contact on site': 'Mr Dunn, 01632 960 177',
  });
  const monday = day('Mon 1 Mar 2027');
  // Nobody can be at two places; the door is shut from half past ten.
  await expect(monday).toContainText('No one on site before 12:50.');
  const board = page.getByRole('button', { name: 'Board, Quarry Cottage' });
  await board.focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(day('Tue 2 Mar 2027').getByRole('button', { name: 'Board, Quarry Cottage' })).toBeVisible();
  await expect(monday).not.toContainText('No one on site');
  await board.focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(page.getByText('Board, Quarry Cottage is on 1 March 2027.')).toBeAttached();
  await page.getByRole('button', { name: 'Undo' }).click();
  await settled(page);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
});

test('a visit is dragged to another day, and the day is laid out there', async ({ page }) => {
  await signIn(page);
  await page.goto('/diary?week=2027-04-05');
  await settled(page);
  await page.getByRole('button', { name: 'Book visit' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Title').fill('Report, Mill Lade');
  await dialog.getByRole('button', { name: 'Use estimate' }).click();
  await dialog.getByRole('button', { name: 'Book' }).click();
  const grip = page.getByRole('region', { name: 'Mon 5 Apr 2027' }).locator('.cursor-grab');
  const target = page.getByRole('region', { name: 'Thu 8 Apr 2027' });
  const [from, to] = [await grip.boundingBox(), await target.boundingBox()];
  if (!from || !to) throw new Error('Nothing to drag');
  await page.mouse.move(from.x + 5, from.y + 5);
  await page.mouse.down();
  await page.mouse.move(from.x + 60, from.y + 20, { steps: 4 });
  await page.mouse.move(to.x + 40, to.y + 30, { steps: 6 });
  await page.mouse.up();
  await expect(target.getByRole('button', { name: 'Report, Mill Lade' })).toBeVisible();
  await settled(page);
});

test('a late day is planned anew: whom to ring, what to say, and what cannot be kept', async ({ page }) => {
  await signIn(page, 1);
  await page.goto('/diary');
  await settled(page);
  const today = page.getByRole('region').filter({ has: page.getByText('today', { exact: true }) });
  for (const [what, at, contact] of [
    ['Late one', '15:00', ''],
    ['Kept waiting', '16:30', 'Mrs Oake, 01632 960 111'],
  ] as const) {
    await page.getByRole('button', { name: 'Book visit' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Title').fill(what);
    await dialog.getByLabel('Start', { exact: true }).fill(at);
    await dialog.getByLabel('Minutes', { exact: true }).fill('60');
    if (contact) await dialog.getByLabel('Contact on site').fill(contact);
    await dialog.getByRole('button', { name: 'Book' }).click();
    await expect(dialog).toHaveCount(0);
  }
  await today.getByRole('button', { name: 'Running late' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox').click();
  await page.getByRole('option', { name: /Late one/ }).click();
  await dialog.getByLabel('Minutes over').fill('45');
  // Until 16:45, twenty minutes on the way.
  await expect(dialog).toContainText('16:30 becomes 17:05');
  await expect(dialog).toContainText('Hello Mrs Oake');
  await expect(dialog).toContainText(/Ends at 18:\d\d, after 17:30/);
  await dialog.getByRole('button', { name: 'Move it' }).click();
  await expect(today).toContainText('17:05');
  await settled(page);
});

test('the diary is read elsewhere by a secret address, and another calendar is read once', async ({
  page,
  request,
}) => {
  await signIn(page);
  await page.goto('/diary?week=2027-05-03');
  await settled(page);
  await page.getByRole('button', { name: 'Other calendars' }).click();
  await page.getByLabel(/A calendar file/).setInputFiles({
    name: 'other.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(
      [
        'BEGIN:VCALENDAR',
        'VERSION:2.0',
        'PRODID:-//x//y//EN',
        'BEGIN:VEVENT',
        'UID:one@elsewhere.example',
        'DTSTAMP:20270101T000000Z',
        'DTSTART:20270504T080000Z',
        'DTEND:20270504T093000Z',
        'SUMMARY:Quote at Weir House',
        'END:VEVENT',
        'END:VCALENDAR',
      ].join('\r\n'),
    ),
  });
  await page.getByRole('button', { name: 'Book these 1' }).click();
  // Summer time: nine here.
  await expect(page.getByRole('region', { name: 'Tue 4 May 2027' })).toContainText('09:00Quote at Weir House');
  await settled(page);
  await page.getByRole('button', { name: 'Other calendars' }).click();
  await page.getByRole('button', { name: 'Create address' }).click();
  const address = (await page.getByTestId('feed').textContent()) ?? '';
  const feed = await request.get(new URL(address).pathname);
  expect(feed.status()).toBe(200);
  expect(await feed.text()).toContain('SUMMARY:Quote at Weir House');
  expect(await feed.text()).toContain('DTSTART:20270504T090000');
  expect((await request.get('/calendar/nothing')).status()).toBe(404);
});

test('parking is counted down in the head of the job', async ({ page }) => {
  await signIn(page);
  const job = await openJob(page, 'PARK-1');
  await page.goto(job);
  await settled(page);
  await page.getByRole('textbox', { name: /Parking/ }).fill('15');
  await page.getByRole('button', { name: 'Start parking' }).click();
  await expect(page.getByTestId('time-left')).toContainText(/Parking 1[45] min/);
  await page.goto(`${job}/circuits`);
  await expect(page.getByTestId('time-left')).toContainText('Parking');
  await settled(page);
});
