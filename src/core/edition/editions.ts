import { bs7671Amendment2 } from './bs7671-2018-a2/pack';
import { bs7671Amendment3 } from './bs7671-2018-a3/pack';
import { type OwnEdition, withDifferences } from './own-edition';
import { type EditionId, type EditionPack, editionIds } from './pack';

const packs = {
  'bs7671-2018-a2': bs7671Amendment2,
  'bs7671-2018-a3': bs7671Amendment3,
} satisfies Record<EditionId, EditionPack>;

export const defaultEditionId: EditionId = 'bs7671-2018-a2';

/** What an edition of the firm's own starts from. */
export const newestEditionId: EditionId = editionIds.at(-1) ?? defaultEditionId;

/** The pack a document is judged by: the one it was opened under, however old. */
export const editionPack = (id: EditionId): EditionPack => packs[id];

const worked = new WeakMap<OwnEdition, EditionPack>();

/** The pack a document is worked to: a held one, or an edition of the firm's own on it. */
export function packWorkedTo(edition: EditionId, own: OwnEdition | null): EditionPack {
  if (!own) return editionPack(edition);
  const known = worked.get(own) ?? withDifferences(editionPack(own.basedOn), own);
  worked.set(own, known);
  return known;
}
