// A live walk round a house of eight circuits and sixty points on a phone: taps and typed characters a point, and what stands above the work.
import { plainReading } from '../plain-reading.mjs';
import { randomUUID } from 'node:crypto';

const circuits = 8;
const pointsOf = (way) => (way <= 4 ? 8 : 7);
const total = Array.from({ length: circuits }, (_, index) => pointsOf(index + 1)).reduce((a, b) => a + b, 0);

/** Points the simulated dwelling has on each circuit: the probes have to be somewhere. */
const names = {
  1: ['Hall', 'Parlour 1', 'Parlour 2', 'Dining room 1', 'Dining room 2', 'Kitchen 1', 'Kitchen 2', 'Kitchen 3'],
  2: ['Landing', 'Front bedroom 1', 'Front bedroom 2', 'Loft room 1', 'Back bedroom 1', 'Box room', 'Airing cupboard'],
  3: ['Kitchen oven', 'Kitchen hob'],
  4: ['Utility room 1', 'Utility room 2', 'Utility room 3', 'Utility room 4'],
  5: ['Hall light', 'Parlour light', 'Dining room light', 'Kitchen light', 'Utility room light'],
  6: ['Landing light', 'Front bedroom light', 'Back bedroom light', 'Bathroom light', 'Box room light'],
  7: ['Boiler'],
  8: ['Porch light', 'Side passage light', 'Bin store light', 'Gatepost light'],
};

/** Entries of the house, sent as a browser sends them; where the dwelling has fewer points one is met again. */
async function house(page, origin) {
  const entry = (kind, version, body) => ({
    id: randomUUID(),
    kind,
    version,
    body,
    madeAt: new Date().toISOString(),
    device: 'bench',
  });
  const boardId = randomUUID();
  const entries = [
    entry('board.added', 1, { boardId }),
    entry('board.described', 2, { boardId, fields: { name: 'Consumer unit' } }),
    entry('supply.described', 3, { earthing: 'TN-C-S', liveConductors: 'single-phase', nominalVolts: 230 }),
  ];
  for (let number = 1; number <= circuits; number += 1) {
    const wayId = randomUUID();
    entries.push(
      entry('way.added', 1, { wayId, boardId, number }),
      entry('way.described', 6, {
        wayId,
        fields: {
          description: `Circuit ${number}`,
          arrangement: 'radial',
          load: 'sockets',
          deviceStandard: 'BS EN 60898',
          deviceType: 'B',
          deviceAmps: 20,
          residualMilliamps: 30,
          residualType: 'A',
          liveCsaMm2: 2.5,
          cpcCsaMm2: 1.5,
        },
      }),
      entry('reading.taken', 7, {
        slot: { on: { of: 'way', id: wayId }, test: 'r1r2' },
        value: { is: 'number', shown: '0.40' },
        ...plainReading,
        isolationWhy: 'bench',
      }),
    );
    for (let order = 1; order <= pointsOf(number); order += 1) {
      const known = names[number];
      entries.push(
        entry('point.added', 2, {
          pointId: randomUUID(),
          wayId,
          fields: {
            name: known[(order - 1) % known.length],
            room: null,
            kind: 'socket',
            order,
            spur: false,
            unplaced: false,
            switching: 'none',
          },
        }),
      );
    }
  }
  const job = new URL(page.url()).pathname;
  for (let from = 0; from < entries.length; from += 100) {
    const answer = await page.request.post(`/api${job}/entries`, {
      headers: { Origin: origin },
      data: { entries: entries.slice(from, from + 100) },
    });
    const refused = (await answer.json()).results.filter(({ accepted }) => !accepted);
    if (refused.length > 0) throw new Error(refused[0].reason);
  }
}

/** Taps and keys of the whole walk, hands-free with the tester linked, and the share of the screen above the work. */
export async function liveWalk(page, origin) {
  await house(page, origin);
  const job = new URL(page.url()).pathname;
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${job}/tests?bench=loop`);
  await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  await page.getByRole('button', { name: /linked/ }).waitFor();
  const above = await page.getByTestId('work').evaluate((at) => at.getBoundingClientRect().top / innerHeight);
  await page.evaluate(() => {
    globalThis.taps = 0;
    globalThis.typed = 0;
    addEventListener('pointerdown', () => (globalThis.taps += 1), true);
    addEventListener('keydown', () => (globalThis.typed += 1), true);
  });
  const from = Date.now();
  for (let number = 1; number <= circuits; number += 1) {
    await page.getByRole('button', { name: new RegExp(`^Hands-free: ${pointsOf(number)} to read`) }).tap();
    await page.getByRole('status', { name: 'Said' }).filter({ hasText: 'All read' }).waitFor();
    if (number < circuits) {
      await page.getByRole('button', { name: 'Next circuit' }).tap();
      await page.getByRole('button', { name: new RegExp(`^Hands-free: ${pointsOf(number + 1)} to read`) }).waitFor();
    }
  }
  const { taps, typed } = await page.evaluate(() => ({ taps: globalThis.taps, typed: globalThis.typed }));
  await page.getByTestId('send-state').filter({ hasText: 'Saved' }).waitFor();
  return { points: total, taps, typed, above, seconds: (Date.now() - from) / 1000 };
}
