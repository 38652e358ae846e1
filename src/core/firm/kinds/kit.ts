import * as z from 'zod';
import { line } from '../../installation/text';
import { firmKind } from '../kind';

const missedNoted = z.object({
  what: line.min(1),
  /** With which kind of document it was missed; null where it belongs with everything. */
  document: line.min(1).nullable(),
});
export type Missed = z.infer<typeof missedNoted> & { readonly id: string; readonly times: number };

const keyOf = ({ what, document }: z.infer<typeof missedNoted>) => `${document ?? ''}/${what.toLowerCase()}`;

/** Something was not in the van when it was wanted: it is on the list from then on. */
export const missedIsNoted = firmKind({
  body: missedNoted,
  touches: ['missed'],
  apply(firm, { id, body }) {
    const key = keyOf(body);
    const before = firm.missed.get(key);
    firm.missed.set(key, { ...body, id: before?.id ?? id, times: (before?.times ?? 0) + 1 });
  },
});
