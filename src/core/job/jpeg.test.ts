import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readJpeg } from './jpeg';

const frame = (width: number, height: number) => [
  0xff,
  0xc0,
  0,
  17,
  8,
  height >> 8,
  height & 255,
  width >> 8,
  width & 255,
];
const segment = (marker: number, ...body: number[]) => [0xff, marker, 0, body.length + 2, ...body];
const jpeg = (...parts: number[][]) => Uint8Array.from([0xff, 0xd8, ...parts.flat(), ...Array<number>(12).fill(0)]);

describe('reading a JPEG', () => {
  it('answers the size of a real one', () =>
    expect(readJpeg(readFileSync('tests/fixtures/logo.jpg'))).toMatchObject({ ok: true }));
  it.each<[string, Uint8Array, object]>([
    ['baseline', jpeg(segment(0xe0, 1, 2), frame(1600, 900)), { ok: true, width: 1600, height: 900 }],
    ['progressive', jpeg([0xff, 0xc2, 0, 17, 8, 1, 0, 0, 9]), { ok: true, width: 9, height: 256 }],
    [
      'tables before its frame',
      jpeg(segment(0xdb, 1), segment(0xc4, 1), frame(3, 4)),
      { ok: true, width: 3, height: 4 },
    ],
    ['where it was taken', jpeg(segment(0xe1, 69, 120), frame(3, 4)), { ok: false }],
    ['what an agency wrote', jpeg(segment(0xed, 1), frame(3, 4)), { ok: false }],
    ['a remark', jpeg(segment(0xfe, 1), frame(3, 4)), { ok: false }],
    ['no frame', jpeg(segment(0xe0, 1)), { ok: false }],
    ['a frame of nothing', jpeg(frame(0, 4)), { ok: false }],
    ['a PNG', Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 0]), { ok: false }],
    ['nothing', new Uint8Array(), { ok: false }],
    ['a length that goes nowhere', jpeg([0xff, 0xe0, 0, 0]), { ok: false }],
  ])('%s', (_name, bytes, expected) => expect(readJpeg(bytes)).toMatchObject(expected));
  it('says something of any bytes, and ends', () =>
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (tail) => {
        expect(typeof readJpeg(Uint8Array.from([0xff, 0xd8, ...tail])).ok).toBe('boolean');
      }),
    ));
});
