import { createHmac } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Entered, carriesSession, gate } from '../../scripts/setup/strangers.mjs';

const secret = 'a secret of sessions';
const signed = (token: string, by = secret) =>
  `better-auth.session_token=${encodeURIComponent(`${token}.${createHmac('sha256', by).update(token).digest('base64')}`)}`;

describe('whether a request carries a session signed here', () => {
  it.each([
    ['signed here', signed('token'), true],
    ['signed here, over https', `a=b; __Secure-${signed('token')}`, true],
    ['signed by another', signed('token', 'another secret'), false],
    ['another token under the same signature', signed('token').replace('token.', 'tokem.'), false],
    ['not signed', 'better-auth.session_token=token', false],
    ['nothing but a signature', signed(''), false],
    ['half of a percent', 'better-auth.session_token=%', false],
    ['another cookie of that name', `not-${signed('token')}`, false],
    ['none', undefined, false],
  ])('%s: %s', (_, cookies, does) => expect(carriesSession(cookies, secret)).toBe(does));
});

describe('the gate', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());
  const stranger = (address: string, path = '/practice', method = 'GET') => ({ path, method, address });
  const somebody = (path = '/api/jobs/1/entries') => ({ ...stranger('10.0.0.1', path), cookies: signed('token') });
  /** Asks to enter; whether it may yet is in `is`. */
  function ask(at: ReturnType<typeof gate>, asked: Parameters<typeof at.enter>[0]) {
    const asking: { is: Entered | null; leave: () => void } = {
      is: null,
      leave: () => asking.is && 'leave' in asking.is && asking.is.leave(),
    };
    void at.enter(asked).then((entered) => (asking.is = entered));
    return asking;
  }
  const settle = (millis = 0) => vi.advanceTimersByTimeAsync(millis);

  it('lets in one stranger at a time, by address in turn, and somebody known at once', async () => {
    const at = gate({ secret });
    const [first, second, third] = [1, 2, 3].map(() => ask(at, stranger('a')));
    const other = ask(at, stranger('b'));
    await settle();
    expect([first?.is, second?.is, third?.is, other.is].map((is) => is !== null)).toEqual([true, false, false, false]);
    const known = ask(at, somebody());
    await settle();
    expect(known.is).not.toBeNull();
    known.leave();
    first?.leave();
    first?.leave();
    await settle();
    expect([second?.is, other.is].map((is) => is !== null)).toEqual([true, false]);
    second?.leave();
    await settle();
    expect([third?.is, other.is].map((is) => is !== null)).toEqual([false, true]);
  });

  it('keeps a stranger waiting while somebody known is served, and for half a second at most', async () => {
    const at = gate({ secret });
    const known = [ask(at, somebody()), ask(at, somebody())];
    await settle();
    const waits = ask(at, stranger('a'));
    await settle(499);
    known[0]?.leave();
    await settle();
    expect(waits.is).toBeNull();
    await settle(1);
    expect(waits.is).not.toBeNull();
    waits.leave();
    const soon = ask(at, stranger('a'));
    await settle(10);
    expect(soon.is).toBeNull();
    known[1]?.leave();
    await settle();
    expect(soon.is).not.toBeNull();
  });

  it('waits for somebody known however long it stood in the row before', async () => {
    const at = gate({ secret });
    const first = ask(at, stranger('a'));
    const second = ask(at, stranger('b'));
    await settle(900);
    const known = ask(at, somebody());
    await settle();
    first.leave();
    await settle(499);
    expect(second.is).toBeNull();
    known.leave();
    await settle();
    expect(second.is).not.toBeNull();
  });

  it('goes on beside what takes longer than a second, a stranger’s or not', async () => {
    const at = gate({ secret });
    const slow = ask(at, stranger('a'));
    const after = ask(at, stranger('b'));
    await settle(999);
    expect(after.is).toBeNull();
    await settle(1);
    expect(after.is).not.toBeNull();
    // Leaving late frees nobody's place.
    const last = ask(at, stranger('c'));
    slow.leave();
    await settle();
    expect(last.is).toBeNull();
    after.leave();
    last.leave();
    ask(at, somebody());
    await settle(1_000);
    const soon = ask(at, stranger('d'));
    await settle(1);
    expect(soon.is).not.toBeNull();
  });

  it('is not held up by what stays open, nor asks anything of what never changes', async () => {
    const at = gate({ secret, pagesAMinute: 1 });
    const all = [
      ask(at, somebody('/api/jobs/1/stream?device=d')),
      ask(at, stranger('a', '/_next/static/x.js')),
      ask(at, stranger('a', '/health')),
      ask(at, stranger('a', '/icon.svg')),
      ask(at, stranger('a')),
    ];
    await settle();
    expect(all.map(({ is }) => is !== null && 'leave' in is)).toEqual(all.map(() => true));
  });

  it.each([
    ['GET', 3],
    ['HEAD', 3],
    ['POST', 15],
  ])('says late, and by address, that a minute is spent: three times %s of %i', async (method, pagesAMinute) => {
    const at = gate({ secret, pagesAMinute });
    for (let asked = 0; asked < 3; asked += 1) {
      const entered = ask(at, stranger('a', '/sign-in', method));
      await settle();
      entered.leave();
      expect(entered.is).toHaveProperty('leave');
    }
    const over = ask(at, stranger('a', '/sign-in', method));
    const elsewhere = ask(at, stranger('b', '/sign-in', method));
    await settle(999);
    expect([over.is, elsewhere.is]).toEqual([null, expect.objectContaining({ leave: expect.any(Function) })]);
    await settle(1);
    expect(over.is).toMatchObject({ status: 429, seconds: expect.any(Number) });
    elsewhere.leave();
    await settle(60_000);
    const again = ask(at, stranger('a', '/sign-in', method));
    await settle();
    expect(again.is).toHaveProperty('leave');
  });

  it('turns away what would wait behind forty of its own address, or behind two hundred', async () => {
    const at = gate({ secret });
    const of = (address: string, many: number) => Array.from({ length: many }, () => ask(at, stranger(address)));
    of('a', 1);
    await settle();
    const own = of('a', 40);
    const oneMore = ask(at, stranger('a'));
    await settle(999);
    expect(own.filter(({ is }) => is !== null)).toEqual([]);
    await settle(1);
    expect(oneMore.is).toMatchObject({ status: 503 });
    // One of them is worked on by now: 39 wait, and 161 more may.
    for (const address of ['b', 'c', 'd', 'e']) of(address, 40);
    of('f', 1);
    const [last, known] = [ask(at, stranger('g')), ask(at, somebody())];
    await settle();
    expect(known.is).toHaveProperty('leave');
    await settle(1000);
    expect(last.is).toMatchObject({ status: 503 });
  });
});
