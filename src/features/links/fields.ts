import * as z from 'zod';
import { drawnSignature } from '../../core/job/kinds/document';
import { mostOptions } from '../../core/job/kinds/options';
import { permissions } from '../../core/job/kinds/question';

/** Whom a link is for; without an address it is handed over by whoever made it. */
export const recipientFields = z.object({
  name: z.string().trim().min(1, 'Enter a name.').max(200),
  email: z.union([z.literal(''), z.email('That is not an e-mail address.').max(200)]),
});
export type RecipientFields = z.infer<typeof recipientFields>;

/** What somebody outside the firm signs with. */
export const outsideFields = z.object({
  name: z.string().trim().min(1, 'Enter your name. It is printed on the certificate.').max(200),
  position: z.string().trim().min(1, 'Enter your company and role.').max(200),
  drawn: drawnSignature.nullable(),
});
export type OutsideFields = z.infer<typeof outsideFields>;

/** What somebody answers a question with. */
export const answerFields = z
  .object({
    answer: z.enum(permissions),
    words: z.string().trim().max(1000, 'At most 1,000 characters.'),
    by: z.string().trim().min(1, 'Enter your name.').max(200),
  })
  .refine(({ answer, words }) => answer !== 'in words' || words.length > 0, {
    path: ['words'],
    message: 'Enter your answer.',
  });
export type AnswerFields = z.infer<typeof answerFields>;

/** What somebody accepts an option with. */
export const acceptFields = z.object({
  chosen: z
    .number()
    .int()
    .min(0)
    .max(mostOptions - 1),
  words: z.string().trim().max(1000, 'At most 1,000 characters.'),
  by: z.string().trim().min(1, 'Enter your name.').max(200),
});
export type AcceptFields = z.infer<typeof acceptFields>;
