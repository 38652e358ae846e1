import { bs7671Amendment2 } from './bs7671-2018-a2/pack';
import { bs7671Amendment3 } from './bs7671-2018-a3/pack';
import type { EditionId, EditionPack } from './pack';

const packs = {
  'bs7671-2018-a2': bs7671Amendment2,
  'bs7671-2018-a3': bs7671Amendment3,
} satisfies Record<EditionId, EditionPack>;

export const defaultEditionId: EditionId = 'bs7671-2018-a2';

/** The pack a document is judged by: the one it was opened under, however old. */
export const editionPack = (id: EditionId): EditionPack => packs[id];
