import * as z from 'zod';
import { adviseCode } from '../../src/core/certificates/code-advice';
import { readDescription } from '../../src/core/certificates/description';
import { whichDocument, whichDocuments, workTold } from '../../src/core/certificates/which-document';
import { loadFindings } from '../../src/core/edition/findings';
import { earthingSystems } from '../../src/core/installation/supply';
import { toShortest } from '../../src/core/quantity/exact';
import { requiredBonding } from '../../src/core/measurements/continuity/bonding';
import { amount, usualPack as pack } from './judge/described';
import { type Answer, answering, unusable } from './answer';

/** What was done, as far as it decides which paper is due and who has to be told. */
export const whichInput = z.union([workTold, z.strictObject({ works: z.array(workTold).min(1).max(20) })]);
export const which = answering(whichInput, (work): Answer => ({
  exit: 0,
  output: 'works' in work ? whichDocuments(work.works) : whichDocument(work),
}));

export const describeInput = z.object({ text: z.string().max(20_000) });
export const describe = answering(describeInput, ({ text }): Answer => {
  const read = readDescription(text);
  return { exit: read.lacks.length > 0 ? 1 : 0, output: read };
});

const findings = await loadFindings();
/** A finding by its id, with answers by the ids of its questions. */
export const adviseInput = z.object({ finding: z.string(), answers: z.record(z.string(), z.boolean()).default({}) });
export const advise = answering(adviseInput, ({ finding: id, answers }): Answer => {
  const finding = findings.find((each) => each.id === id);
  if (!finding) return unusable(`finding: there is none called ${id}.`);
  const odd = Object.keys(answers).find((asked) => !finding.questions.some((question) => question.id === asked));
  if (odd) return unusable(`answers.${odd}: ${id} asks no such question.`);
  const { code, because, questions, settled } = adviseCode(finding, answers);
  const next = questions.find((question) => !(question.id in answers)) ?? null;
  return {
    exit: 0,
    output: {
      code,
      because,
      settled,
      next: next && { id: next.id, ask: next.ask },
      usual: finding.usual,
      item: finding.item,
      regulations: finding.regulations,
      otherView: finding.otherView,
      overcoded: finding.overcoded,
      undercoded: finding.undercoded,
      matters: finding.matters,
    },
  };
});

/** Least earthing and main bonding conductors for a supply, by its tails. */
export const bondingInput = z.object({ earthing: z.enum(earthingSystems), tailsMm2: amount });
export const bonding = answering(bondingInput, ({ earthing, tailsMm2 }): Answer => {
  const { earthingMm2, bondingMm2, working } = requiredBonding(pack, earthing, tailsMm2);
  return {
    exit: 0,
    output: { earthingMm2: toShortest(earthingMm2, 2), bondingMm2: toShortest(bondingMm2, 2), working },
  };
});
