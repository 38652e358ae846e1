import * as z from 'zod';
import { notTakenMarks } from '../quantity/reading-value';
import raw from './reasons.json';

const reasonRow = z.object({
  id: z.string(),
  label: z.string(),
  for: z.array(z.enum(['item', 'reading'])),
  documents: z.array(z.string()),
  outcome: z.string(),
  operational: z.boolean(),
  sentence: z.string(),
});
type Row = z.infer<typeof reasonRow>;

/** A reason one tap gives: why a reading was not taken, as it stands on the paper. */
export type NotRead = {
  readonly id: string;
  readonly label: string;
  readonly mark: (typeof notTakenMarks)[number];
  readonly operational: boolean;
  readonly sentence: string;
};

const rows: readonly Row[] = z.array(reasonRow).parse(raw);
const isMark = (outcome: string): outcome is NotRead['mark'] => (notTakenMarks as readonly string[]).includes(outcome);

/** A sentence that names a figure is not said by one tap: nobody has given the figure. */
const wantsFigure = ({ sentence }: Pick<Row, 'sentence'>): boolean => /\{(value|lowest|highest)\}/.test(sentence);

/** The reasons for which a document takes LIM, N/V or N/A in place of a reading, the usual ones first. */
export const reasonsNotRead = (document: string): readonly NotRead[] =>
  rows.flatMap(({ outcome, ...row }) =>
    row.for.includes('reading') && row.documents.includes(document) && isMark(outcome) && !wantsFigure(row)
      ? [{ id: row.id, label: row.label, mark: outcome, operational: row.operational, sentence: row.sentence }]
      : [],
  );

/** The reasons for which Zs is worked out instead of read. */
export const reasonsCalculated = (document: string): readonly Omit<NotRead, 'mark'>[] =>
  rows.filter((row) => row.outcome === 'calculated' && row.documents.includes(document));

/** A reason's sentence for a place. Whom it was agreed with, or who was told, one tap does not know: it is left unsaid. */
export const sayReason = ({ sentence }: Pick<NotRead, 'sentence'>, place: string): string =>
  sentence
    .replaceAll('{place}', place)
    .replace(/; \{who\} was \w+/, '')
    .replace(' with {who}', '')
    .replaceAll(/\{\w+\}/g, '–');
