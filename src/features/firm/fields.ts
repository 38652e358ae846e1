import * as z from 'zod';
import { roles } from '../../core/ledger/actor';

const needed = (what: string) => z.string().trim().min(1, `Enter ${what}.`).max(200, 'At most 200 characters.');
const optional = z.string().trim().max(200, 'At most 200 characters.');
const email = z
  .string()
  .trim()
  .toLowerCase()
  .max(200, 'At most 200 characters.')
  .pipe(z.email('Enter an e-mail address like name@example.org.'));

const password = z
  .string()
  .min(10, 'At least ten characters: three or four words are easy to keep.')
  .max(120, 'At most 120 characters.');

export const signInFields = z.object({ email, password: z.string().min(1, 'Enter your password.').max(200) });

/** The six digits an app shows; people type them with a gap. */
export const appCode = z
  .string()
  .transform((text) => text.replace(/\s/g, ''))
  .pipe(z.string().regex(/^\d{6}$/, 'Enter six digits, as the app shows them.'));
export const recoveryCode = z.string().trim().min(1, 'Enter one of your recovery codes.').max(40);
export const ownPassword = z.string().min(1, 'Enter your password.').max(200);

export const linkFields = z.object({ email });
export const newPasswordFields = z.object({ password });

/** A firm and its first person. */
export const beginFields = z.object({
  firm: needed('the company name'),
  address: needed('the company address'),
  telephone: optional,
  firmEmail: optional,
  name: needed('your name'),
  position: needed('your position'),
  email,
  password,
});
export type BeginFields = z.infer<typeof beginFields>;

export const joinFields = z.object({ name: needed('your name'), email, password });
export type JoinFields = z.infer<typeof joinFields>;

/** Somebody asked to join, and what they are to be. */
export const inviteFields = z.object({
  name: needed('their name'),
  position: needed('their position'),
  roles: z.array(z.enum(roles)).min(1, 'Choose at least one.').max(roles.length),
});
export type InviteFields = z.infer<typeof inviteFields>;

export const passwordFields = z
  .object({
    current: z.string().min(1, 'Enter your current password.').max(200),
    next: password,
    again: z.string(),
  })
  .refine(({ next, again }) => next === again, { path: ['again'], message: 'The passwords do not match.' });
export type PasswordFields = z.infer<typeof passwordFields>;
