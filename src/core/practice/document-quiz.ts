import * as z from 'zod';
import type { Mark } from './score';
import { Draw, seeded } from './seeded';

export const papersDue = ['EIC', 'MWC', 'EICR', 'EIC and EICR', 'none required, MWC advised', 'none'] as const;
export const tellings = ['yes', 'no', 'check locally'] as const;

const documentCase = z.strictObject({
  country: z.string(),
  did: z.string(),
  document: z.enum(papersDue),
  /** Whether building control has to know. */
  notifiable: z.union([z.boolean(), z.literal('check locally')]),
  because: z.string(),
});
export type DocumentCase = z.infer<typeof documentCase>;
/** What a learner says of a case. */
export type DocumentSaid = { readonly document: (typeof papersDue)[number]; readonly tells: (typeof tellings)[number] };

const asked = 8;

/** Jobs as they are told, some of all there are: the same for the same seed. */
export async function documentCases(seed: string): Promise<readonly DocumentCase[]> {
  const { default: raw } = await import('./document-cases.json');
  return new Draw(seeded(`documents ${seed}`)).shuffled(z.array(documentCase).parse(raw)).slice(0, asked);
}

export const tellsOf = ({ notifiable }: DocumentCase): (typeof tellings)[number] =>
  notifiable === 'check locally' ? notifiable : notifiable ? 'yes' : 'no';

/** Marks what was said of a case: two for the paper, one for who has to know. A paper where none is due does no harm. */
export function markDocument(told: DocumentCase, said: DocumentSaid): Mark {
  const isPaper = said.document === told.document;
  const isSafe = told.document === 'none required, MWC advised' && said.document === 'MWC';
  const tells = tellsOf(told);
  return {
    part: 'paper',
    what: told.did,
    got: (isPaper ? 2 : isSafe ? 1 : 0) + (said.tells === tells ? 1 : 0),
    of: 3,
    why: `${told.document}; building control: ${tells}. ${told.because}`,
  };
}
