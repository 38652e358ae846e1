import { describe, expect, it } from 'vitest';
import { editionPack } from '../edition/editions';
import { parseCable, parseDevice, parseResidual, showCable, showDevice, showResidual } from './device-text';
import { disconnectionSeconds } from './disconnection';
import type { Way } from './way';

const pack = editionPack('bs7671-2018-a2');

describe('devices as people write them', () => {
  it.each([
    ['B32', 'BS EN 60898', 'B', 32],
    ['b 32 a', 'BS EN 60898', 'B', 32],
    ['type C 6', 'BS EN 60898', 'C', 6],
    ['RCBO B 20', 'BS EN 61009', 'B', 20],
    ['BS EN 61009 B20', 'BS EN 61009', 'B', 20],
    ['3871 2 30', 'BS 3871', '2', 30],
    ['88-3 32', 'BS 88-3', 'C', 32],
    ['88-2 gG 20', 'BS 88-2', 'gG', 20],
    ['3036 30', 'BS 3036', '', 30],
    ['1361 II 100', 'BS 1361', 'II', 100],
    ['1361 45', 'BS 1361', 'I', 45],
    ['1362 13', 'BS 1362', '', 13],
  ])('%j', (typed, deviceStandard, deviceType, deviceAmps) => {
    expect(parseDevice(pack, typed)).toEqual({ ok: true, fields: { deviceStandard, deviceType, deviceAmps } });
  });
  it.each(['', 'B', '32', 'B33', 'X32', '3036 31', 'B32B', 'fuse'])('%j is refused', (typed) =>
    expect(parseDevice(pack, typed).ok).toBe(false),
  );

  it('reads back what it shows, for every device of the edition', () => {
    const all = [
      ...pack.breakers.flatMap((b) =>
        b.standards.flatMap((standard) => b.ratingsAmps.map((amps) => ({ standard, type: b.type, amps }))),
      ),
      ...pack.fuseLimits.map((f) => ({ standard: f.standard, type: f.type, amps: f.ratingAmps })),
    ];
    expect(all.length).toBeGreaterThan(150);
    for (const { standard, type, amps } of all) {
      const fields = { deviceStandard: standard, deviceType: type, deviceAmps: amps };
      expect(parseDevice(pack, showDevice(fields)), showDevice(fields)).toEqual({ ok: true, fields });
    }
  });
  it.each([
    ['30', '30'],
    ['30A', '30 A'],
    ['30 mA AC', '30 AC'],
    ['100 S', '100 S'],
    ['none', 'none'],
  ])('RCD %j shows as %j', (typed, shown) => {
    const parsed = parseResidual(typed);
    expect(parsed.ok && showResidual(parsed.fields)).toBe(shown);
  });
  it('refuses an RCD of no rating', () => expect(parseResidual('31').ok).toBe(false));
  it.each([
    ['2.5/1.5', '2.5/1.5'],
    ['16', '16'],
    ['6 / 2.5 mm²', '6/2.5'],
    ['7/.029', '2.98'],
    ['7/.029 + 1/.044', '2.98/0.98'],
    ['7/.064/3/.029', '14.53/1.28'],
  ])('cable %j shows as %s', (typed, shown) => {
    const parsed = parseCable(pack, typed);
    expect(parsed.ok && showCable(parsed.fields)).toBe(shown);
  });
  it('reads a cable without a CPC, and one that has it again', () => {
    const none = parseCable(pack, '1/none');
    expect(none).toEqual({ ok: true, fields: { liveCsaMm2: 1, cpcCsaMm2: null, cpcAbsent: true } });
    expect(none.ok && showCable(none.fields)).toBe('1/none');
    expect(parseCable(pack, '1.5/1')).toMatchObject({ fields: { cpcAbsent: false } });
    expect(parseCable(pack, '9/none').ok).toBe(false);
    // A dash says that nothing was written, not that there is no CPC.
    expect(parseCable(pack, '16/-').ok).toBe(false);
  });
  it.each(['3/1.5', '2.5/1.7', 'two', '2.5/', '5/.029', '7/.03'])('cable %j is refused', (typed) =>
    expect(parseCable(pack, typed).ok).toBe(false),
  );
});

describe('disconnection time', () => {
  const way = (fields: Partial<Way>): Way => ({ id: 'w', boardId: 'b', number: 1, ...fields });
  it.each([
    [{ load: 'sockets', deviceAmps: 63 }, 'TN-S', 0.4],
    [{ load: 'sockets', deviceAmps: 64 }, 'TN-S', 5],
    [{ load: 'fixed', deviceAmps: 32 }, 'TN-C-S', 0.4],
    [{ load: 'fixed', deviceAmps: 40 }, 'TN-C-S', 5],
    [{ load: 'distribution', deviceAmps: 20 }, 'TN-S', 5],
    [{ load: 'sockets', deviceAmps: 32 }, 'TT', 0.2],
    [{ load: 'fixed', deviceAmps: 40 }, 'TT', 1],
  ] as const)('%o on %s is %d s', (fields, earthing, seconds) =>
    expect(disconnectionSeconds(pack, way(fields), earthing)).toBe(seconds),
  );
});
