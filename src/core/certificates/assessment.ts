import type { EditionPack } from '../edition/pack';
import { type Code, type Outcome, isCode } from '../job/outcome';
import type { Judgement, Limit } from '../words/judgement';

type CodedObservation = {
  readonly number: number;
  readonly code: Code;
  readonly item: string | null;
  readonly livePartsAccessible: boolean;
};

export type Assessment = {
  readonly outcome: 'satisfactory' | 'unsatisfactory';
  readonly reasons: readonly string[];
  /** Numbers of intake observations reported but left out of the outcome. */
  readonly intakeOnly: readonly number[];
};

const codesOf = (observations: readonly CodedObservation[], numbers: readonly number[]): string =>
  observations
    .filter(({ number }) => numbers.includes(number))
    .map(({ code }) => code)
    .join(', ');

/** Whether an item of a condition report is of the distributor's equipment. */
export const isIntake = (pack: EditionPack, item: string | null): boolean =>
  item !== null && pack.itemRoles.intake.includes(item);

/**
 * The overall assessment of a condition report: any C1, C2 or FI makes it unsatisfactory; C3 alone does not.
 * Defects of the distributor's intake are reported but do not decide, unless live parts can be touched.
 */
export function assess(observations: readonly CodedObservation[], pack: EditionPack): Assessment {
  const deciding: CodedObservation[] = [];
  const intakeOnly: number[] = [];
  for (const observation of observations) {
    if (observation.code === 'C3') continue;
    if (isIntake(pack, observation.item) && !observation.livePartsAccessible) intakeOnly.push(observation.number);
    else deciding.push(observation);
  }
  const reasons = deciding.map((o) => `Observation ${o.number} is coded ${o.code}.`);
  if (intakeOnly.length > 0) {
    const list = intakeOnly.join(', ');
    reasons.push(
      `Observation ${list} (${codesOf(observations, intakeOnly)}) concerns the distributor's intake with no live part to touch: reported, and left out of the outcome.`,
    );
  }
  if (deciding.length === 0)
    reasons.unshift(
      intakeOnly.length > 0
        ? 'Beside the intake, no observation is coded C1, C2 or FI.'
        : 'No observation is coded C1, C2 or FI.',
    );
  return { outcome: deciding.length > 0 ? 'unsatisfactory' : 'satisfactory', reasons, intakeOnly };
}

/**
 * Judges what a report's outcomes come to as a whole, by the codes among them: the assessment as a judgement. An outcome
 * that carries no code decides nothing. An inspector may set it otherwise with a reason, yet a code that decides is never satisfactory for it.
 */
export function judgeOutcome(
  outcomes: readonly {
    readonly number: number;
    readonly item: string | null;
    readonly outcome: Outcome;
    readonly livePartsAccessible: boolean;
  }[],
  pack: EditionPack,
  overrule: { readonly to: Assessment['outcome']; readonly reason: string } | null = null,
): Judgement {
  const limit: Limit = { text: 'no C1, C2 or FI', source: '653, Appendix 6', figure: 'no C1, C2 or FI' };
  const coded = outcomes.flatMap(({ outcome, ...rest }) => (isCode(outcome) ? [{ ...rest, code: outcome }] : []));
  const { outcome: byCodes, reasons } = assess(coded, pack);
  const outcome = byCodes === 'satisfactory' ? (overrule?.to ?? byCodes) : byCodes;
  const set = overrule && overrule.to !== byCodes;
  return {
    rule: `assessment.${outcome}`,
    verdict: outcome === 'satisfactory' ? 'meets' : 'fails',
    expected: null,
    limit,
    working: [
      ...reasons,
      ...(set
        ? [
            overrule.to === outcome
              ? `The inspector sets it to ${overrule.to}: ${overrule.reason}.`
              : `Setting it to ${overrule.to} cannot stand beside these codes: ${overrule.reason}.`,
          ]
        : []),
    ],
    next: null,
  };
}
