import 'server-only';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';

/** A class of learners behind one address gets in; a script that hammers does not. */
export const pagesAMinute = 300;

const limiter = new RateLimiterMemory({ points: pagesAMinute, duration: 60 });

/** Counts a page of practice asked for from an address; answers for how many seconds there are no more, 0 where it may be had. */
export async function takePracticePage(address: string): Promise<number> {
  try {
    await limiter.consume(address);
    return 0;
  } catch (error) {
    if (error instanceof RateLimiterRes) return Math.ceil(error.msBeforeNext / 1000);
    throw error;
  }
}
