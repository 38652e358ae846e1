import { describe, expect, it } from 'vitest';
import { editionPack } from '../edition/editions';
import { disconnectionSeconds } from './disconnection';
import { type Way, hotWiringOf, isSpare } from './way';

const pack = editionPack('bs7671-2018-a2');
const way = (more: Partial<Way>): Way => ({ id: 'w', boardId: 'b', number: 1, ...more });

describe('the longest time a fault may last', () => {
  it.each([
    ['sockets at 63 A', { load: 'sockets', deviceAmps: 63 }, 0.4, 0.2],
    ['sockets above', { load: 'sockets', deviceAmps: 80 }, 5, 1],
    ['a ring', { arrangement: 'ring', deviceAmps: 32 }, 0.4, 0.2],
    ['fixed at 32 A', { load: 'fixed', deviceAmps: 32 }, 0.4, 0.2],
    ['a shower on 40 A', { load: 'fixed', deviceAmps: 40 }, 5, 1],
    ['lights', { load: 'lighting', deviceAmps: 6 }, 0.4, 0.2],
    ['a sub-main of 20 A', { load: 'distribution', deviceAmps: 20 }, 5, 1],
    ['nothing described', {}, 0.4, 0.2],
  ] as [string, Partial<Way>, number, number][])('%s', (_name, more, tn, tt) => {
    expect(disconnectionSeconds(pack, way(more), 'TN-S')).toBe(tn);
    expect(disconnectionSeconds(pack, way(more), 'TN-C-S')).toBe(tn);
    expect(disconnectionSeconds(pack, way(more), 'TT')).toBe(tt);
  });
});

describe('how a way warms', () => {
  it.each([
    [null, 'thermoplastic 70 °C, CPC in the cable'],
    ['twin and earth', 'thermoplastic 70 °C, CPC in the cable'],
    ['singles', 'CPC run separately'],
    ['armoured', 'thermoplastic 70 °C, CPC in the cable'],
    ['thermosetting', 'thermosetting 90 °C, CPC in the cable'],
  ] as const)('%s: %s', (wiringKind, hot) => expect(hotWiringOf(way({ wiringKind }))).toBe(hot));
  it('is never read out of words', () =>
    expect(hotWiringOf(way({ wiring: 'XLPE armoured', description: '90 °C' }))).toBe(
      'thermoplastic 70 °C, CPC in the cable',
    ));
  it('is taken as flat twin-and-earth with no way at all', () =>
    expect(hotWiringOf(null)).toBe('thermoplastic 70 °C, CPC in the cable'));
});

it('a spare way is one that says so', () =>
  expect([isSpare(way({ arrangement: 'spare' })), isSpare(way({}))]).toEqual([true, false]));
