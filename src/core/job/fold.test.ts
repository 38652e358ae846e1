import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { extend, fold, numbered, opened, rentedHouseEntries, viewOfScribe } from '../../../tests/support/entries';
import { jobStream } from '../catalogue';
import { slotKey } from '../installation/slot';
import type { Recorded } from '../ledger/entry';
import { governing } from './governing';
import { standing, waysOf } from './job';
import { r1r2 } from '../measurements/continuity/slots';
import { liveEarth } from '../measurements/insulation/slots';
import { zs } from '../measurements/loop/slots';
import { ze } from '../measurements/origin/slots';
import { polarity } from '../measurements/polarity/slots';

const house = rentedHouseEntries();

describe('the fold', () => {
  it('makes the job its entries tell', () => {
    const job = fold(house);
    expect(job.opened?.body.reference).toBe('FW-118');
    expect(job.supply).toMatchObject({ earthing: 'TN-C-S', serviceFuseAmps: 80 });
    expect([...job.ways.values()].map((way) => way.number)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
    expect(job.observations.map((o) => [o.number, o.code])).toEqual([
      [1, 'C2'],
      [2, 'C3'],
    ]);
  });

  it('is insensitive to duplicates and to the order in which numbered entries arrive', () => {
    const whole = fold(house);
    fc.assert(
      fc.property(fc.shuffledSubarray(house, { minLength: house.length }), fc.subarray(house), (shuffled, again) => {
        expect(fold([...shuffled, ...again])).toEqual(whole);
      }),
      { numRuns: 40 },
    );
  });

  it('numbered as the ledger answers is the same as folded at once, in batches of any size', () => {
    fc.assert(
      fc.property(fc.nat(house.length - 1), fc.integer({ min: 1, max: 9 }), (known, size) => {
        const waiting = house.slice(known).map((entry): Recorded => ({ ...entry, seq: null }));
        let job = waiting.reduce((state, entry) => extend(state, entry), fold(house.slice(0, known)));
        for (let at = known; at < house.length; at += size) {
          job = jobStream.number(job, house.slice(at, at + size));
          const end = Math.min(at + size, house.length);
          expect(job).toEqual(fold([...house.slice(0, end), ...waiting.slice(end - known)]));
        }
      }),
      { numRuns: 12 },
    );
  });

  it('extended entry by entry is the same as folded at once, also where strikes and signatures are among them', () => {
    const s = opened();
    const way = {
      of: 'way',
      id: s.way(s.board('CU', 'hall', 'intake'), 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']),
    } as const;
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5), fc.nat()), { maxLength: 25 }), (acts) => {
        const made = opened();
        made.drafts.splice(0, 1, ...s.drafts);
        for (const [act, pick] of acts) {
          if (act === 0)
            made.say('entry.struck', { entryId: made.drafts[pick % made.drafts.length]?.id ?? '', why: 'x' });
          else if (act === 1)
            made.say('declaration.signed', {
              documentId: s.documentId,
              role: 'inspector',
              name: 'A',
              position: '',
              statement: 'I did.',
            });
          else if (act === 2) made.say('supply.described', { earthing: 'TT' });
          else made.read(act === 3 ? { of: 'supply' } : way, act === 3 ? ze : zs, `0.${pick % 90}`);
        }
        const entries = numbered(made.drafts).map((entry, index): Recorded =>
          index > 8 ? { ...entry, seq: null } : entry,
        );
        const whole = fold(entries);
        expect(entries.reduce((job, entry) => extend(job, entry), fold([]))).toEqual(whole);
        // A batch changes its own copies in place, and never what it began from.
        const half = entries.slice(0, Math.ceil(entries.length / 2));
        const base = fold(half);
        const mine = new Set<string>();
        expect(entries.slice(half.length).reduce((job, entry) => extend(job, entry, mine), base)).toEqual(whole);
        expect(base).toEqual(fold(half));
      }),
      { numRuns: 150 },
    );
  });

  it('prefers the numbered copy of an entry to the one not sent yet', () => {
    const last = house.at(-1) as Recorded;
    const twice = fold([...house.slice(0, -1), { ...last, seq: null }, last]);
    expect(twice.entries.get(last.id)?.seq).toBe(last.seq);
  });

  it('keeps a struck reading beside the one that stands', () => {
    const job = fold(house);
    const oven = waysOf(job, [...job.boards.keys()][0] ?? '')[2];
    const key = slotKey({ of: 'way', id: oven?.id ?? '' }, zs);
    const readings = job.readings.get(key) ?? [];
    expect(readings.map(({ entry, struck }) => [entry.body.value, struck?.why ?? null])).toEqual([
      [{ is: 'number', shown: '3.20' }, 'Corrected to 0.32'],
      [{ is: 'number', shown: '0.32' }, null],
    ]);
    expect(standing(readings)).toHaveLength(1);
  });

  it('restores what a struck strike had struck, however deep', () => {
    const s = opened();
    const reading = s.read({ of: 'supply' }, ze, '0.21');
    const ofReading = () => fold(numbered(s.drafts)).readings.get('supply/ze')?.[0]?.struck?.why ?? null;
    const first = s.say('entry.struck', { entryId: reading, why: 'wrong' });
    expect(ofReading()).toBe('wrong');
    const second = s.say('entry.struck', { entryId: first, why: 'undone' });
    expect(ofReading()).toBeNull();
    s.say('entry.struck', { entryId: second, why: 'redone' });
    expect(ofReading()).toBe('wrong');
  });

  it('returns to the earlier words when a description is struck', () => {
    const s = opened();
    s.say('supply.described', { earthing: 'TN-S' });
    const wrong = s.say('supply.described', { earthing: 'TT', serviceFuseAmps: 60 });
    expect(fold(numbered(s.drafts)).supply).toEqual({ earthing: 'TT', serviceFuseAmps: 60 });
    s.say('entry.struck', { entryId: wrong, why: 'undone' });
    expect(fold(numbered(s.drafts)).supply).toEqual({ earthing: 'TN-S' });
  });

  it('lets a signature lapse with anything recorded after it, and not with the other signature', () => {
    const s = opened();
    const sign = (role: 'inspector' | 'authoriser') =>
      s.say('declaration.signed', { documentId: s.documentId, role, name: 'A', position: '', statement: 'I did.' });
    sign('inspector');
    sign('authoriser');
    const inForce = () => (fold(numbered(s.drafts)).documents[0]?.signatures ?? []).map((x) => x.inForce);
    expect(inForce()).toEqual([true, true]);
    s.read({ of: 'supply' }, ze, '0.3');
    expect(inForce()).toEqual([false, false]);
    sign('inspector');
    expect((fold(numbered(s.drafts)).documents[0]?.signatures ?? []).find((x) => x.role === 'inspector')?.inForce).toBe(
      true,
    );
  });
});

describe('the governing reading', () => {
  it.each([
    [zs, ['0.50', '0.71', '0.60'], '0.71'],
    [r1r2, ['0.50', 'open', '0.90'], 'open'],
    [r1r2, ['0.50', '>20', '0.90'], '>20'],
    [r1r2, ['LIM', '0.90'], '0.90'],
    [liveEarth, ['>999', '2.1', '300'], '2.1'],
    [polarity, ['ok', 'rev'], 'reversed'],
  ] as const)('of %s %j is %s', (test, typed, shown) => {
    const s = opened();
    const board = s.board('CU', 'hall', 'intake');
    const way = s.way(board, 1, ['Sockets', 'sockets', 3, 'B32', '30 A', '2.5/1.5', 'C']);
    for (const each of typed) s.read({ of: 'way', id: way }, test, each);
    const found = governing(viewOfScribe(s), { of: 'way', id: way }, test)?.body.value;
    expect(found).toBeDefined();
    expect(
      {
        number: () => (found as { shown: string }).shown,
        over: () => `>${(found as { bound: string }).bound}`,
        under: () => `<${(found as { bound: string }).bound}`,
        open: () => 'open',
        unstable: () => '~',
        reversed: () => 'reversed',
        confirmed: () => 'ok',
        'not-taken': () => 'LIM',
      }[found?.is ?? 'open'](),
    ).toBe(shown);
  });
  it('is nothing where nothing stands', () =>
    expect(governing(viewOfScribe(opened()), { of: 'supply' }, ze)).toBeNull());
});

it('nothing that lies in a job is changed by what comes after it', () => {
  // Frozen to the bottom: a kind that wrote into what it did not make would throw.
  const frozen = <T>(value: T): T => {
    if (value instanceof Map) for (const each of value.values()) frozen(each);
    else if (value !== null && typeof value === 'object') for (const each of Object.values(value)) frozen(each);
    return Object.freeze(value);
  };
  const shapeOf = (value: unknown) => JSON.stringify(value, (_, each) => (each instanceof Map ? [...each] : each));
  let job = fold([]);
  for (const entry of house) {
    const before = shapeOf({ ...job, entries: job.entries.size });
    const next = extend(job, frozen(entry));
    expect(shapeOf({ ...job, entries: job.entries.size })).toBe(before);
    job = frozen(next);
  }
  expect(shapeOf(job)).toBe(shapeOf(fold(house)));
}, 120_000);
