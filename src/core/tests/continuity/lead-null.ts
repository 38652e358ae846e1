import { compare, exact, parseExact } from '../../quantity/exact';

/** How long a lead null is trusted, in minutes: contacts wear, leads get changed. A habit of practice, set here. */
const trustedMinutes = 60;
/** Resistance of a pair of leads, above which they or their contacts deserve a look, in ohm. */
const usualMostOhms = exact('0.5');

export type LeadNull = { readonly leadNullOhms: string | null; readonly nulledAt: string | null };

/** Why the leads want nulling before a continuity test, or null while the last null holds. `now` is an instant. */
export function leadNullDue(held: LeadNull, now: string): string | null {
  if (held.leadNullOhms === null || held.nulledAt === null) return 'Not yet with this instrument.';
  const minutes = (Date.parse(now) - Date.parse(held.nulledAt)) / 60_000;
  return minutes > trustedMinutes || minutes < 0 ? `The last null is more than ${trustedMinutes} minutes old.` : null;
}

export type ReadLeadNull =
  | { readonly ok: true; readonly ohms: string; readonly doubt: string | null }
  | { readonly ok: false; readonly problem: string };

/** Reads what the probes held together showed, in ohm. */
export function readLeadNull(typed: string): ReadLeadNull {
  const text = typed
    .trim()
    .replace(/\s*(Ω|ohms?)$/i, '')
    .replace(/^\./, '0.');
  const figure = parseExact(text);
  if (!figure || figure.numerator < 0n || compare(figure, exact(10)) > 0)
    return { ok: false, problem: `“${typed.trim()}”: what did it show with the probes held together, in ohm?` };
  return {
    ok: true,
    ohms: text,
    doubt: compare(figure, usualMostOhms) > 0 ? 'High for a pair of leads: look at clips, tips and fuses.' : null,
  };
}
