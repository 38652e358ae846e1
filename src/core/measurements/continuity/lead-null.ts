import { compare, exact, parseExact, subtract, toShortest } from '../../quantity/exact';
import { type ReadingValue, figureOf } from '../../quantity/reading-value';
import { type Judgement, doubted, unjudged } from '../../words/judgement';
import { reason } from '../../words/reason';

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

/** What is left of a reading once the leads are taken off, in ohm; null where it would be less than nothing. */
export function lessLeads(value: ReadingValue, leadOhms: string): ReadingValue | null {
  const less = (text: string): string | null => {
    const rest = subtract(exact(text), exact(leadOhms));
    return rest.numerator < 0n ? null : toShortest(rest, 12);
  };
  if (value.is === 'number') {
    const shown = less(value.shown);
    return shown === null ? null : { is: 'number', shown };
  }
  if (value.is !== 'unstable') return value;
  const [low, high] = [less(value.low), less(value.high)];
  return low === null || high === null ? null : { is: 'unstable', low, high };
}

/** The leads as they were when a reading was taken: their resistance in ohm, where it was measured. */
export type Leads = { readonly nulled: boolean; readonly ohms: string | null };

/**
 * Judges a reading with its leads: as it stands where they were nulled, less their resistance where that was measured. A
 * figure below nothing means the null was wrong; leads of unknown resistance leave every figure in doubt.
 */
export function judgeWithLeads(
  value: ReadingValue,
  leads: Leads,
  judge: (value: ReadingValue) => Judgement,
): Judgement {
  const figure = figureOf(value);
  if (leads.nulled || !figure) return judge(value);
  if (leads.ohms === null)
    return doubted(
      { ...unjudged('leads.unknown'), rule: 'leads.unknown', limit: leadLimit },
      `${toShortest(figure, 3)} Ω`,
      {
        rule: 'leads.unknown',
      },
    );
  const rest = subtract(figure, exact(leads.ohms));
  const working = `${toShortest(figure, 3)} Ω − ${leads.ohms} Ω of leads = ${toShortest(rest, 3)} Ω`;
  if (rest.numerator < 0n)
    return doubted(
      { ...unjudged('leads.below-nothing', { working }), rule: 'leads.below-nothing', limit: leadLimit },
      reason('leads.wrong'),
      {
        rule: 'leads.wrong',
      },
    );
  const judged = judge({ is: 'number', shown: toShortest(rest, 12) });
  return { ...judged, working: [working, ...judged.working] };
}
const leadLimit = { text: 'leads nulled, or their resistance taken off', source: '643.2.1', figure: '0 Ω' };
