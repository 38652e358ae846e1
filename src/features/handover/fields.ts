import * as z from 'zod';
import { drawnSignature } from '../../core/job/kinds/document';

/** Whom a link is for; without an address it is handed over by whoever made it. */
export const recipientFields = z.object({
  name: z.string().trim().min(1, 'Say who it is for.').max(200),
  email: z.union([z.literal(''), z.email('That is not an e-mail address.').max(200)]),
});
export type RecipientFields = z.infer<typeof recipientFields>;

/** What somebody outside the firm signs with. */
export const outsideFields = z.object({
  name: z.string().trim().min(1, 'Give your name: it stands in the certificate.').max(200),
  position: z.string().trim().min(1, 'Say for whom and as what you sign.').max(200),
  drawn: drawnSignature.nullable(),
});
export type OutsideFields = z.infer<typeof outsideFields>;
