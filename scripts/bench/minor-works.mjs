// A minor-works form from an opened job to its sealed paper by keyboard alone: what it costs in keys and seconds.

/** What the keyboard is on: its name as it is spoken. */
const spoken = (page) =>
  page.evaluate(() => {
    const at = document.activeElement;
    if (!at || at === document.body) return '';
    const labelled =
      at.getAttribute('aria-label') ?? [...(at.labels ?? [])].map((label) => label.textContent).join(' ');
    const by = at.getAttribute('aria-labelledby');
    return (labelled || (by && document.getElementById(by)?.textContent) || at.textContent || '').trim();
  });

/** Goes on with the Tab key until it is on something of that name. */
async function toward(page, name, key = 'Tab') {
  for (let presses = 0; presses < 120; presses += 1) {
    if (name.test(await spoken(page))) return;
    await page.keyboard.press(key);
  }
  throw new Error(`The keyboard does not reach ${name}; it is on ${await spoken(page)}`);
}

const type = (page, text) => page.keyboard.type(text);
const press = async (page, ...keys) => {
  for (const key of keys) await page.keyboard.press(key);
};
async function enter(page, name, text) {
  await toward(page, name);
  await type(page, text);
  await press(page, 'Tab');
}
async function push(page, name) {
  await toward(page, name);
  await press(page, 'Enter');
}
/** A list: opened, the letters of a choice typed, taken. */
async function pick(page, name, letters) {
  await toward(page, name);
  await press(page, 'Enter');
  await page.getByRole('listbox').waitFor();
  await type(page, letters);
  await press(page, 'Enter');
  await page.getByRole('listbox').waitFor({ state: 'detached' });
}
/** To another stage by the palette of commands. */
async function stage(page, words, heading) {
  await press(page, 'Control+k');
  await page.getByRole('combobox', { name: /find/i }).waitFor();
  await type(page, words);
  await page.getByRole('option').first().waitFor();
  await press(page, 'Enter');
  await page.waitForURL(heading);
}

/** The circuit as the ledger's row takes it, by what each cell is called. */
const row = [
  [/^circuit, new way/i, 'Back bedroom sockets'],
  [/^(kind|ring, radial)/i, 'sockets'],
  [/^(points|number of points)/i, '5'],
  [/^protective device/i, 'B20'],
  [/^breaking/i, '6'],
  [/^(RCD,|residual current device)/i, '30 A'],
  [/^(cable|conductor)/i, '2.5/1.5'],
  [/^reference method/i, 'C'],
  [/^R1 plus R2/i, '0.31'],
  [/^insulation resistance live to live/i, '>999'],
  [/^insulation resistance live to earth/i, '>999'],
  [/^polarity/i, 'ok'],
];

/** What is read once the circuit is live again. */
const live = [
  [/^Zs, circuit 1/i, '0.64'],
  [/^RCD.*time/i, '22'],
  [/^RCD.*button/i, 'ok'],
];

/** Signs in the dialog at hand with the password. */
const byPassword = (password) => async (page) => {
  await enter(page, /^Your password/, password);
  await push(page, /^Sign$/);
};

/** Does the work of an opened job on the page at hand; answers keys pressed and seconds taken, and the paper's number. */
export async function minorWorksByKeyboard(page, password, sign = byPassword(password)) {
  await page.evaluate(() => {
    globalThis.keysPressed = 0;
    addEventListener('keydown', () => (globalThis.keysPressed += 1), true);
  });
  const from = Date.now();
  const done = new Set();
  await stage(page, 'job details', /brief/);
  await enter(page, /^Client address/, '4 Tansy Court, Marrowby');
  await push(page, /^Use$/);
  await enter(page, /^Departures/, 'none');
  await enter(page, /^On the existing/, 'none noticed');
  await enter(page, /^Completed on/, new Date().toLocaleDateString('en-GB'));

  await stage(page, 'supply', /origin/);
  await enter(page, /^Ze/, '0.31');
  await pick(page, /^Earthing system/, 'TN-S');
  await enter(page, /^Meter tails/, '25');
  await enter(page, /^Earthing conductor/, '16');
  await enter(page, /^Main bonding/, '10');
  await pick(page, /^Water/i, 'Bonded');
  await pick(page, /^Gas/i, 'None');

  await stage(page, 'isolation', /isolation/);
  await enter(page, /^Permission given by/, 'Ms R. Sedge');
  await enter(page, /^Lock number/, '14');
  await enter(page, /^Proving unit/, 'PU-12');
  await push(page, /^Start$/);
  for (const step of [/^Reading: 230/, /^L–N: 0/, /^L–E: 0/, /^N–E: 0/, /^Reading again: 230/]) await push(page, step);

  await stage(page, 'circuits', /circuits/);
  await push(page, /^Add consumer unit/);
  await page.getByRole('textbox', { name: 'Location' }).waitFor();
  await enter(page, /^Location/, 'Hall cupboard');
  await enter(page, /^Supplied from/, 'The intake');
  await toward(page, /^circuit, new way/i);
  for (let cells = 0; cells < 30; cells += 1) {
    const at = await spoken(page);
    const found = row.find(([column]) => column.test(at));
    if (!found || done.has(found)) break;
    done.add(found);
    await type(page, found[1]);
    await press(page, 'Tab');
  }

  await stage(page, 'isolation', /isolation/);
  await push(page, /^Going live$/);
  await toward(page, /^Cover on/);
  await press(page, 'Space');
  await toward(page, /^Earthing conductor and every bond/);
  await press(page, 'Space');
  await enter(page, /^Informed$/, 'Ms R. Sedge');
  await push(page, /^Record as live/);

  await stage(page, 'circuits', /circuits/);
  for (const [column, text] of live) {
    await toward(page, column);
    await type(page, text);
    await press(page, 'Tab');
  }

  await stage(page, 'review', /review/);
  await push(page, /^Sign as/);
  await page.getByRole('dialog').waitFor();
  await sign(page);
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await push(page, /^Seal and issue/);
  const keys = await page.evaluate(() => globalThis.keysPressed);
  await page.waitForURL(/\/documents\//);
  return { keys, seconds: (Date.now() - from) / 1000 };
}
