import { describe, expect, it } from 'vitest';
import { deviceOf } from './device';

describe('what a device is called', () => {
  it.each([
    [
      'Mozilla/5.0 (Linux; Android 15; X1) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0 Mobile Safari/537.36',
      'Chrome on Android',
    ],
    [
      'Mozilla/5.0 (iPhone; CPU iPhone OS 19_0 like Mac OS X) AppleWebKit/605 Version/19 Mobile Safari/605',
      'Safari on iPhone',
    ],
    [
      'Mozilla/5.0 (iPhone; CPU iPhone OS 19_0 like Mac OS X) AppleWebKit/605 CriOS/140 Mobile Safari/605',
      'Chrome on iPhone',
    ],
    ['Mozilla/5.0 (Windows NT 10.0; Win64) AppleWebKit/537 Chrome/140 Safari/537 Edg/140.0', 'Edge on Windows'],
    ['Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0', 'Firefox on Linux'],
    ['curl/8.5', 'Unknown device'],
    ['', 'Unknown device'],
  ])('%s', (agent, name) => expect(deviceOf(agent)).toBe(name));
});
