import { type Answers, adviseCode, otherCodes } from '../certificates/code-advice';
import type { AdvisedCode, Finding } from '../edition/findings';
import { sameRegulation } from './same-regulation';
import type { Mark } from './score';
import { Draw, seeded } from './seeded';

export const codesToSay = ['C1', 'C2', 'C3', 'FI', 'none'] as const satisfies readonly AdvisedCode[];

/** A finding as it is met somewhere: what is seen, and how the questions that decide about it are answered there. */
export type CodingCase = {
  readonly finding: Finding;
  readonly answers: Answers;
  readonly code: AdvisedCode;
  readonly because: string;
};
export type CodingSaid = { readonly code: AdvisedCode; readonly regulation: string };

const asked = 10;

/** Ten findings to code, of those that rest on a regulation and hang on a question: the same for the same seed. */
export function codingCases(seed: string, findings: readonly Finding[]): readonly CodingCase[] {
  const draw = new Draw(seeded(`coding ${seed}`));
  return draw
    .shuffled(findings.filter(({ questions, regulations }) => questions.length > 0 && regulations.length > 0))
    .slice(0, asked)
    .map((finding): CodingCase => {
      // One of its questions has the answer that settles it, or none has and the usual code stands.
      const settles = draw.whole(0, finding.questions.length);
      const answers = Object.fromEntries(
        finding.questions.map(({ id, yes }, index) => [id, index === settles ? yes !== null : yes === null]),
      );
      const { code, because } = adviseCode(finding, answers);
      const isSettled = settles < finding.questions.length;
      return {
        finding,
        answers,
        code,
        because: isSettled ? because : 'So it is usually coded, and no answer here speaks for another.',
      };
    });
}

const worth = { code: 2, regulation: 1 } as const;

/**
 * Marks a code and its regulation. Where no answer settled the code and others hold another view, theirs counts as well;
 * a code beside the right one is half of it.
 */
export function markCoding({ finding, code, because }: CodingCase, said: CodingSaid): Mark {
  const isUsual = code === finding.usual;
  const others = isUsual ? otherCodes(finding) : [];
  const beside = finding.questions.flatMap(({ yes, no }) => [yes, no]).concat(finding.usual);
  const got = said.code === code || others.includes(said.code) ? worth.code : beside.includes(said.code) ? 1 : 0;
  const isRegulation = finding.regulations.some((each) => sameRegulation(each, said.regulation));
  const words = (each: AdvisedCode) => (each === 'none' ? 'no code' : each);
  return {
    part: 'codes',
    what: finding.what,
    got: got + (isRegulation ? worth.regulation : 0),
    of: worth.code + worth.regulation,
    why: [
      `${words(code)}; ${finding.regulations.join(', ')}. ${because}`,
      ...(isUsual && finding.otherView ? [`The other view: ${finding.otherView}`] : []),
      ...(finding.overcoded ? [finding.overcoded] : []),
    ].join(' '),
  };
}
