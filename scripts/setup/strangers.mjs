// Who asks without a session waits behind those who have one: strangers are answered one at a time, while nobody known waits.
import { createHmac, timingSafeEqual } from 'node:crypto';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';

/** Whether a request carries a session that this installation signed, ended or not: told by one hash, asking nothing. */
export function carriesSession(cookies, secret) {
  const value = /(?:^|;\s*)(?:__Secure-)?better-auth\.session_token=([^;]+)/.exec(cookies ?? '')?.[1];
  if (!value) return false;
  let text;
  try {
    text = decodeURIComponent(value);
  } catch {
    return false;
  }
  const cut = text.lastIndexOf('.');
  const said = Buffer.from(text.slice(cut + 1), 'base64');
  const right = createHmac('sha256', secret).update(text.slice(0, cut)).digest();
  return cut > 0 && said.length === right.length && timingSafeEqual(said, right);
}

/** What anybody may ask for at once: files that never change, and whether the server is well. */
const isFree = (path) => /^\/(_next\/static\/|icon|health$|service-worker\/)/.test(path);
/** What stays open holds nobody up. */
const isHeldOpen = (path) => /\/(stream|moves)(\?|$)/.test(path);

/** How much of its minute an address spends on a request: what has a password hashed costs more than a page. */
const costOf = (method) => (method === 'GET' || method === 'HEAD' ? 1 : 5);

/** The longest that the next stranger waits for others who are known. */
const mostMillisBehind = 500;
/** What takes longer, of either, is a slow line or a large file: it holds nobody up any more. */
const mostMillisInTheWay = 1_000;
const mostWaiting = 200;
const mostWaitingFromOne = 40;
/** Who asks on and on hears late that there is no more: their own connection waits, and nothing else. */
const refusedAfterMillis = 1_000;

/** Does it once: when it is called, or when a second is over. */
function once(does) {
  let isDone = false;
  const leave = () => {
    if (isDone) return;
    isDone = true;
    clearTimeout(tooLong);
    does();
  };
  const tooLong = setTimeout(leave, mostMillisInTheWay);
  tooLong.unref?.();
  return leave;
}

/**
 * A gate for requests. `enter` answers how to leave once the request may be worked on, or for how many seconds it is
 * turned away. Known requests enter at once. Strangers have so many a minute by address, take turns by address, and are
 * worked on one at a time: beside a known request only where one has waited half a second, or that one takes long.
 */
export function gate({ secret, pagesAMinute = 300, now = Date.now }) {
  const budget = new RateLimiterMemory({ points: pagesAMinute, duration: 60 });
  const turns = new Map();
  /** How many wait, by address, those counted whose minute is still looked up. */
  const waiting = new Map();
  let inAll = 0;
  const count = (address, more) => {
    const own = (waiting.get(address) ?? 0) + more;
    if (own > 0) waiting.set(address, own);
    else waiting.delete(address);
    inAll += more;
  };
  let known = 0;
  let isWorking = false;
  /** Since when somebody could have been worked on: from then on, and not from when they came, they wait for the known. */
  let freeSince = now();
  let again = null;

  const next = () => {
    clearTimeout(again);
    if (isWorking) return;
    const [first] = turns;
    if (!first) return;
    const [address, [resolve, ...rest]] = first;
    const left = freeSince + mostMillisBehind - now();
    if (known > 0 && left > 0) {
      again = setTimeout(next, left);
      again.unref?.();
      return;
    }
    // To the end of the row, with what it has left.
    turns.delete(address);
    if (rest.length > 0) turns.set(address, rest);
    count(address, -1);
    isWorking = true;
    const leave = once(() => {
      isWorking = false;
      freeSince = now();
      next();
    });
    resolve({ leave });
  };

  /** For how many seconds there is nothing left for an address; 0 where there was, and it is spent. */
  async function secondsOverBudget(address, cost) {
    try {
      await budget.consume(address, cost);
      return 0;
    } catch (error) {
      if (error instanceof RateLimiterRes) return Math.ceil(error.msBeforeNext / 1000);
      throw error;
    }
  }

  async function enter({ path, method, address, cookies }) {
    if (isFree(path)) return { leave: () => undefined };
    if (carriesSession(cookies, secret)) {
      if (isHeldOpen(path)) return { leave: () => undefined };
      known += 1;
      return {
        leave: once(() => {
          known -= 1;
          if (known === 0) setImmediate(next);
        }),
      };
    }
    const isFull = inAll >= mostWaiting || (waiting.get(address) ?? 0) >= mostWaitingFromOne;
    if (!isFull) count(address, 1);
    const seconds = isFull ? 2 : await secondsOverBudget(address, costOf(method));
    if (seconds > 0) {
      if (!isFull) count(address, -1);
      await new Promise((resolve) => setTimeout(resolve, refusedAfterMillis));
      return { status: isFull ? 503 : 429, seconds };
    }
    return new Promise((resolve) => {
      if (turns.size === 0 && !isWorking) freeSince = now();
      turns.set(address, [...(turns.get(address) ?? []), resolve]);
      next();
    });
  }
  return { enter };
}
