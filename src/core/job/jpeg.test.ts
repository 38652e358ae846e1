import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readJpeg } from './jpeg';

const segment = (marker: number, ...body: number[]) => [
  0xff,
  marker,
  (body.length + 2) >> 8,
  (body.length + 2) & 255,
  ...body,
];
const text = (said: string, more = 0) => [...Buffer.from(said, 'latin1'), ...Array<number>(more).fill(1)];
const frame = (width: number, height: number, marker = 0xc0) =>
  segment(marker, 8, height >> 8, height & 255, width >> 8, width & 255, 1, 1, 0x11, 0);
const scan = [...segment(0xda, 1, 1, 0, 0, 63, 0), 12, 0xff, 0, 34, 0xff, 0xd0, 56];
const end = [0xff, 0xd9];
const bytes = (...parts: number[][]) => Uint8Array.from([0xff, 0xd8, ...parts.flat()]);
const jpeg = (...before: number[][]) => bytes(...before, frame(3, 4), scan, end);
const size = { ok: true, width: 3, height: 4 };
const more = { ok: false, problem: expect.stringContaining('data of its own') };
const notWhole = { ok: false, problem: expect.stringContaining('no whole') };

describe('reading a JPEG', () => {
  it('answers the size of a real one', () =>
    expect(readJpeg(readFileSync('tests/fixtures/logo.jpg'))).toEqual({ ok: true, width: 240, height: 80 }));
  it.each<[string, Uint8Array, object]>([
    ['baseline', bytes(frame(1600, 900), scan, end), { ok: true, width: 1600, height: 900 }],
    ['progressive, in several scans', bytes(frame(9, 256, 0xc2), scan, segment(0xc4, 1), scan, end), { width: 9 }],
    ['tables before its frame', jpeg(segment(0xdb, 1), segment(0xc4, 1), segment(0xdd, 0, 8)), size],
    ['how its figures are read', jpeg(segment(0xe0, ...text('JFIF\0', 9)), segment(0xee, ...text('Adobe', 7))), size],
    ['how its colours are read', jpeg(segment(0xe2, ...text('ICC_PROFILE\0', 500))), size],
    ['where it was taken', jpeg(segment(0xe1, ...text('Exif\0\0', 9))), more],
    ['what a program wrote', jpeg(segment(0xe1, ...text('http://ns.adobe.com/xap/1.0/\0', 9))), more],
    ['what an agency wrote', jpeg(segment(0xed, 1)), more],
    ['where it was taken, in the place of its figures', jpeg(segment(0xe0, ...text('Exif\0\0', 9))), more],
    ['a small picture beside it', jpeg(segment(0xe0, ...text('JFIF\0', 10))), more],
    ['another picture in the place of its colours', jpeg(segment(0xe2, ...text('MPF\0', 20))), more],
    ['colours without end', jpeg(segment(0xe2, ...text('ICC_PROFILE\0', 9_000))), more],
    ['any other segment', jpeg(segment(0xe5, 1)), more],
    ['a remark', jpeg(segment(0xfe, 1)), more],
    ['a remark between its scans', bytes(frame(3, 4), scan, segment(0xfe, 1), scan, end), more],
    ['something after its end', bytes(frame(3, 4), scan, end, [1]), more],
    ['another picture after its end', bytes(frame(3, 4), scan, end, [...jpeg()]), more],
    ['no end', bytes(frame(3, 4), scan), notWhole],
    ['no picture in it', bytes(frame(3, 4), end), notWhole],
    ['nothing scanned', bytes(frame(3, 4), segment(0xda, 1, 1, 0, 0, 63, 0), end), notWhole],
    ['a scan before its frame', bytes(scan, frame(3, 4), end), notWhole],
    ['no frame', bytes(segment(0xe0, ...text('JFIF\0', 9)), end), notWhole],
    ['two frames', bytes(frame(3, 4), frame(5, 6), scan, end), notWhole],
    ['a frame of nothing', bytes(frame(0, 4), scan, end), notWhole],
    ['cut off', jpeg().subarray(0, 20), notWhole],
    ['a length that goes nowhere', bytes([0xff, 0xe0, 0, 0], end), notWhole],
    ['a PNG', Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 0]), { ok: false }],
    ['nothing', new Uint8Array(), { ok: false }],
  ])('%s', (_name, given, expected) => expect(readJpeg(given)).toMatchObject(expected));
  it('says something of any bytes, and ends', () =>
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (tail) => {
        expect(typeof readJpeg(Uint8Array.from([0xff, 0xd8, ...tail])).ok).toBe('boolean');
      }),
    ));
});
