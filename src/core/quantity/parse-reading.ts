import { compare, divide, exact, parseExact, toShortest } from './exact';
import { type ReadingValue, notTakenMarks } from './reading-value';

/** What a test's cell takes: a figure in a unit with its believable range, or a plain confirmation. */
export type ReadingSpec =
  | {
      readonly takes: 'figure';
      readonly unit: Unit;
      readonly most: string;
      readonly mayBeOpen: boolean;
      readonly mayBeOver: boolean;
      /** A figure that would not stand still is kept from its lowest to its highest; always so where it may be open. */
      readonly mayWander?: boolean;
    }
  | { readonly takes: 'confirmation' };

export type Unit = 'ohm' | 'megohm' | 'milliamp' | 'millisecond' | 'kiloamp' | 'amp' | 'volt' | 'metre';

export const unitSymbol: Record<Unit, string> = {
  ohm: 'Ω',
  megohm: 'MΩ',
  milliamp: 'mA',
  millisecond: 'ms',
  kiloamp: 'kA',
  amp: 'A',
  volt: 'V',
  metre: 'm',
};

/** The unit in words, for screen readers and spoken names. */
export const unitWord: Record<Unit, string> = {
  ohm: 'ohm',
  megohm: 'megohm',
  milliamp: 'milliamperes',
  millisecond: 'milliseconds',
  kiloamp: 'kiloamperes',
  amp: 'amperes',
  volt: 'volts',
  metre: 'metres',
};

const spellings: Record<Unit, readonly string[]> = {
  ohm: ['ω', 'ohm', 'ohms', 'r'],
  megohm: ['mω', 'megohm', 'megohms', 'mohm', 'mohms', 'm', 'meg'],
  milliamp: ['ma'],
  millisecond: ['ms'],
  kiloamp: ['ka'],
  amp: ['a'],
  volt: ['v'],
  metre: ['m'],
};

export type ParsedReading = { ok: true; value: ReadingValue; reason: string | null } | { ok: false; problem: string };

const taken = (value: ReadingValue): ParsedReading => ({ ok: true, value, reason: null });

const refuse = (problem: string): ParsedReading => ({ ok: false, problem });

/**
 * Reads what a person typed into a cell. Accepts `0.37`, `.37`, `>999`, `<0.1`, `LIM`, `N/A`, `N/V`, `open`, `0.3~0.6`, and for a
 * confirmation `ok`, `y`, `✓` or `rev`. A reason may follow a mark: `LIM behind fitted oven`. Anything doubtful is refused with what to type instead: it never guesses.
 */
export function parseReading(typed: string, spec: ReadingSpec): ParsedReading {
  const text = typed.trim();
  if (text === '') return refuse('Nothing typed. Use N/A, N/V or LIM for a reading that was not taken.');
  const lower = text.toLowerCase();
  const notTaken = /^(lim|n\/?a|n\/?v)(?:[\s:,]+(.*))?$/.exec(lower);
  if (notTaken) {
    const mark = notTakenMarks.find((m) => m.toLowerCase().replace('/', '') === notTaken[1]?.replace('/', ''));
    const reason = notTaken[2] ? text.slice(-notTaken[2].length).trim() : null;
    if (mark) return { ok: true, value: { is: 'not-taken', mark }, reason };
  }
  return spec.takes === 'confirmation' ? parseConfirmation(lower, text) : parseFigure(lower, text, spec);
}

function parseConfirmation(lower: string, text: string): ParsedReading {
  if (['ok', 'y', 'yes', '✓', 'correct', 'pass'].includes(lower)) return taken({ is: 'confirmed' });
  if (['x', 'n', 'no', 'rev', 'reversed', 'wrong'].includes(lower)) return taken({ is: 'reversed' });
  return refuse(`“${text}” is not one of: ok, rev, N/A, N/V, LIM.`);
}

function parseFigure(lower: string, text: string, spec: ReadingSpec & { takes: 'figure' }): ParsedReading {
  if (['open', 'oc', 'o/c'].includes(lower)) {
    return spec.mayBeOpen ? taken({ is: 'open' }) : refuse('An open circuit has no place in this column.');
  }
  if (spec.unit === 'millisecond' && /^no[ -]?trip$/.test(lower)) return taken({ is: 'over', bound: spec.most });
  const range = /^([\d.]+)\s*(?:~|to|-|–)\s*([\d.]+)\s*(\D*)$/.exec(lower);
  if (range) return parseRange(range[1] ?? '', `${range[2] ?? ''}${range[3] ?? ''}`, text, spec);
  const beyond = lower.startsWith('>') ? 'over' : lower.startsWith('<') ? 'under' : null;
  const body = stripUnit(beyond ? lower.slice(1).trim() : lower, spec.unit);
  if (/\d,\d/.test(body)) return refuse(`“${text}”: use a point for decimals, as in 0.37.`);
  const amperes = spec.unit === 'kiloamp' ? /^([\d.]+)\s*(?:a|amps?|amperes?)$/.exec(body)?.[1] : undefined;
  if (amperes !== undefined && parseExact(amperes)) {
    const thousandth = toShortest(divide(exact(amperes), exact(1000)), 6);
    return parseFigure(`${beyond === 'over' ? '>' : beyond === 'under' ? '<' : ''}${thousandth}`, text, spec);
  }
  const figure = parseExact(body);
  if (!figure) {
    const example = spec.mayBeOver ? '0.37, >999, LIM, N/A or N/V' : '0.37, LIM, N/A or N/V';
    return refuse(`“${text}” is not a reading in ${unitSymbol[spec.unit]}. Type for example ${example}.`);
  }
  if (body.startsWith('-')) return refuse(`“${text}” is below zero: check the lead null, then take it again.`);
  if (compare(figure, exact(spec.most)) > 0) {
    return refuse(
      `“${text}” is more than any instrument shows here (${spec.most} ${unitSymbol[spec.unit]}). ${
        spec.unit === 'kiloamp' ? `In amperes? Type ${body} A.` : 'Check the unit.'
      }`,
    );
  }
  const digits = body.replace(/^\+/, '').replace(/^\./, '0.').replace(/\.$/, '');
  if (!beyond) return taken({ is: 'number', shown: digits });
  if (beyond === 'under') return taken({ is: 'under', bound: digits });
  if (!spec.mayBeOver) return refuse('An over-range reading has no place in this column.');
  return taken({ is: 'over', bound: digits });
}

function parseRange(from: string, to: string, text: string, spec: ReadingSpec & { takes: 'figure' }): ParsedReading {
  if (!spec.mayBeOpen && !spec.mayWander)
    return refuse('An unstable reading has no place in this column: take it again until it stands still.');
  const [low, high] = [from, to].map((part) => parseFigure(part, part, spec));
  if (!low?.ok || !high?.ok || low.value.is !== 'number' || high.value.is !== 'number')
    return refuse(`“${text}”: type the lowest and the highest it showed, as 0.31~0.58.`);
  const order = compare(exact(low.value.shown), exact(high.value.shown));
  if (order >= 0) return refuse(`“${text}”: the lower figure first, as 0.31~0.58.`);
  return taken({ is: 'unstable', low: low.value.shown, high: high.value.shown });
}

function stripUnit(body: string, unit: Unit): string {
  const match = /^([+-]?[\d.,]+)\s*(\D+)$/.exec(body);
  return match?.[2] && spellings[unit].includes(match[2].trim()) ? (match[1] ?? body) : body;
}
