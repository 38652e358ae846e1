import type { FindingRow } from '../edition/rows';
import { type Code, codes } from './outcome';

/** A question whose answer decides the code of a finding. */
export type AdviceQuestion = { readonly id: string; readonly text: string; readonly leadsTo: AdvisedCode; readonly direction: 'raises' | 'lowers' };
export type AdvisedCode = Code | 'none';

export type CodeProposal = {
  readonly code: AdvisedCode;
  readonly reasoning: readonly string[];
  /** What others do, where inspectors differ. */
  readonly otherSchool: string | null;
  readonly questions: readonly AdviceQuestion[];
};

const gravity: Record<AdvisedCode, number> = { none: 0, C3: 1, FI: 2, C2: 3, C1: 4 };

/** `C2 where likely to feed equipment outdoors, or TT` as a question, for each part of a row's condition. */
function questionsOf(text: string, direction: 'raises' | 'lowers', usual: AdvisedCode): AdviceQuestion[] {
  return text.split(';').map((part) => part.trim()).filter(Boolean).map((part, index) => {
    const match = /^(C1|C2|C3|FI|no code(?: or C3)?|N\/A|closed as remedied)?\s*(?:where|with|while|in|if|when)?\s*(.*)$/i.exec(part);
    const named = match?.[1] ?? '';
    const leadsTo = (codes as readonly string[]).includes(named) ? (named as Code) : named === '' ? usual : 'none';
    const condition = (match?.[2] || part).replace(/\.$/, '');
    return { id: `${direction}-${index + 1}`, text: `${condition[0]?.toUpperCase() ?? ''}${condition.slice(1)}?`, leadsTo, direction };
  });
}

const usualOf = (row: FindingRow): AdvisedCode => ((codes as readonly string[]).includes(row.usual) ? (row.usual as Code) : 'none');

/**
 * A code for a typical finding from the answers so far (question id → yes or no): the usual one, moved by what is so.
 * What raises it wins over what lowers it. The inspector decides.
 */
export function adviseCode(row: FindingRow, answers: Readonly<Record<string, boolean>>): CodeProposal {
  const usual = usualOf(row);
  const questions = [...questionsOf(row.raises, 'raises', usual), ...questionsOf(row.lowers, 'lowers', usual)];
  const yes = questions.filter((question) => answers[question.id]);
  const raised = yes.filter((q) => q.direction === 'raises').sort((a, b) => gravity[b.leadsTo] - gravity[a.leadsTo])[0];
  const lowered = yes.filter((q) => q.direction === 'lowers').sort((a, b) => gravity[a.leadsTo] - gravity[b.leadsTo])[0];
  const decided = raised ?? lowered;
  const open = questions.filter((question) => answers[question.id] === undefined);
  return {
    code: decided?.leadsTo ?? usual,
    reasoning: [
      `Usually ${row.usual}${row.regulations ? ` (${row.regulations})` : ''}.`,
      ...(decided ? [`${decided.direction === 'raises' ? 'Raised' : 'Lowered'} to ${decided.leadsTo === 'none' ? 'no code' : decided.leadsTo}: ${decided.text.replace(/\?$/, '').toLowerCase()}.`] : []),
      ...(raised && lowered ? ['What raises it counts before what lowers it.'] : []),
      ...(open.length > 0 ? [`${open.length} question${open.length === 1 ? '' : 's'} not answered yet.`] : []),
    ],
    otherSchool: row.note || null,
    questions,
  };
}
