import * as z from 'zod';
import { line } from '../../installation/text';
import { firmKind } from '../kind';

const cardNoted = z.object({
  /** The kind of instrument, by the name the firm gives it. */
  instrument: line.min(1),
  /** Which test's card, by its name in the list of cards. */
  card: z.string().min(1).max(60),
  /** How it is set on that instrument; null takes it back. */
  note: z.string().trim().min(1).max(400).nullable(),
});
export type CardNote = { readonly instrument: string; readonly card: string; readonly note: string };

/** What a firm notes on a test's card for one kind of instrument. */
export const cardNotes = firmKind({
  body: cardNoted,
  touches: ['cards'],
  apply(firm, { body: { instrument, card, note } }) {
    const key = `${instrument}/${card}`;
    if (note === null) firm.cards.delete(key);
    else firm.cards.set(key, { instrument, card, note });
  },
});
