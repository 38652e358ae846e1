import 'server-only';
import { and, count, gt, inArray, max, sql } from 'drizzle-orm';
import { authenticationDatabase } from './connection';
import { signInFailure } from './schema';

const windowMillis = 15 * 60 * 1000;

/** What is slowed: tries at one account from one place, twice as long each time; and, a little, tries at it from anywhere. */
const fromOnePlace = { free: 5, longest: 30_000 };
const fromAnywhere = { free: 60, longest: 2_000 };

/** How long after the last of so many wrong tries the next is looked at, in milliseconds. */
export const waitMillisAfter = (wrong: number, { free, longest } = fromOnePlace): number =>
  wrong < free ? 0 : Math.min(1000 * 2 ** (wrong - free), longest);

type Try = { readonly ok: true } | { readonly ok: false; readonly seconds: number };

/**
 * Takes a try at an account's password before the password is looked at, so that many at once count as many; a right one
 * gives all back. Where the last try was too short a while ago there is none, and nothing is counted. Guessing is slowed;
 * whoever guesses from elsewhere keeps the right person waiting two seconds at most.
 */
export function takeTry(email: string, address: string): Promise<Try> {
  const place = placeOf(email, address);
  return authenticationDatabase().transaction(async (tx): Promise<Try> => {
    await tx.execute(sql`select pg_advisory_xact_lock(767103, hashtext(${email}))`);
    const since = new Date(Date.now() - windowMillis);
    const rows = await tx
      .select({ at: signInFailure.email, wrong: count(), last: max(signInFailure.at) })
      .from(signInFailure)
      .where(and(inArray(signInFailure.email, [email, place]), gt(signInFailure.at, since)))
      .groupBy(signInFailure.email);
    const left = rows.map(({ at, wrong, last }) =>
      last ? last.getTime() + waitMillisAfter(wrong, at === email ? fromAnywhere : fromOnePlace) - Date.now() : 0,
    );
    const longest = Math.max(0, ...left);
    if (longest > 0) return { ok: false, seconds: Math.ceil(longest / 1000) };
    await tx.insert(signInFailure).values([{ email }, { email: place }]);
    return { ok: true };
  });
}

/** Gives the tries from one place back: the password was right. */
export async function forgetTries(email: string, address: string): Promise<void> {
  await authenticationDatabase()
    .delete(signInFailure)
    .where(inArray(signInFailure.email, [email, placeOf(email, address)]));
}

const placeOf = (email: string, address: string): string => `${email} from ${address}`;

export const waitWords = (seconds: number): string =>
  `Too many wrong passwords for this account. Wait ${seconds} second${seconds === 1 ? '' : 's'}, then try again.`;
