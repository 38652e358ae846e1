import { describe, expect, it } from 'vitest';
import { saysLiveParts } from './live-parts';

describe('live parts that can be touched', () => {
  it.each([
    'Live parts within reach at the board',
    'Blank missing; live parts can be touched',
    'exposed live conductors behind the cooker plate',
    'Broken socket, bare live terminals showing',
    'No lid on the box. Live joints accessible.',
    'Busbar with no cover, live parts can be touched',
    'Box without a lid and live joints exposed',
    'Exposed live terminals, no blank fitted',
  ])('are said by %j', (words) => expect(saysLiveParts(words)).toBe(true));
  it.each([
    'No live parts accessible',
    'Without any live parts accessible',
    'Live parts are not accessible',
    'Blank missing; live parts cannot be touched',
    'Live parts are out of reach: accessible only with a tool',
    'Exposed cable clips',
    'Live and neutral reversed',
    '',
  ])('are not said by %j', (words) => expect(saysLiveParts(words)).toBe(false));
});
