import * as z from 'zod';
import { editionPack } from '../../edition/editions';
import { ownEdition, whyNotEdition } from '../../edition/own-edition';
import { firmKind } from '../kind';

/** An edition no pack is held for, or what is said of it anew. Papers begun under it before keep it as it was. */
export const editionTold = firmKind({
  body: ownEdition,
  touches: ['editions'],
  apply: (firm, { body }) => void firm.editions.set(body.editionId, body),
  admit: (_firm, body) => whyNotEdition(body, editionPack(body.basedOn)),
});

/** No new paper is begun under it. */
export const editionWithdrawn = firmKind({
  body: z.object({ editionId: z.uuid().toLowerCase() }),
  touches: ['editions'],
  apply(firm, { body: { editionId } }) {
    firm.editions.delete(editionId);
    if (firm.defaults.edition === editionId) firm.defaults = { ...firm.defaults, edition: null };
  },
  admit: (firm, { editionId }) => (firm.editions.has(editionId) ? null : 'The company has no such edition.'),
});
