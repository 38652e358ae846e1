import { createPrivateKey } from 'node:crypto';
import * as z from 'zod';

function isP256(text: string): boolean {
  try {
    const key = createPrivateKey({ key: Buffer.from(text, 'base64'), format: 'der', type: 'pkcs8' });
    return key.asymmetricKeyDetails?.namedCurve === 'prime256v1';
  } catch {
    return false;
  }
}

const schema = z.object({
  /** The application's own role: it cannot change or remove entries. */
  DATABASE_URL: z.url(),
  /** Signs session cookies. */
  AUTH_SECRET: z.string().min(32),
  /** Where people reach the application: printed on documents for verification. */
  APP_URL: z.url(),
  /** Signs the daily heads: an Ed25519 private key, PKCS #8 in DER as base64. Without it no head is signed. */
  HEAD_KEY: z.base64().optional(),
  /**
   * Certifies the keys that firms sign their PDFs with: a P-256 private key, PKCS #8 in DER as base64. Without it PDFs
   * carry no signature of their own.
   */
  SIGNING_KEY: z.base64().refine(isP256, 'no P-256 private key').optional(),
  /** Public keys of other installations whose daily heads prove a document here, in DER as base64, with commas between. */
  KNOWN_HEAD_KEYS: z
    .string()
    .default('')
    .transform((keys) =>
      keys
        .split(',')
        .map((key) => key.trim())
        .filter(Boolean),
    ),
  /** Where a tester can be reached from the page, if there is one. */
  TESTER_URL: z.url({ protocol: /^wss?$/ }).optional(),
  /** The mail server letters go by, and whom they come from. */
  SMTP_URL: z.url({ protocol: /^smtps?$/ }).optional(),
  MAIL_FROM: z.string().default('Orange Ledger <ledger@localhost>'),
  /** Where notices of notifiable work are sent, if there is a desk that takes them. */
  NOTICE_URL: z.url({ protocol: /^https?$/ }).optional(),
  /** Where backups of the database are laid, newest last by name: what `/health` tells the last one from. */
  BACKUP_FOLDER: z.string().optional(),
});

let parsed: z.infer<typeof schema> | undefined;

/** The settings of this process, read when first asked for: the build itself has none. */
export function env(): z.infer<typeof schema> {
  if (!parsed) {
    const result = schema.safeParse(process.env);
    if (!result.success) {
      const names = result.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('; ');
      throw new Error(`Settings are missing or wrong (${names}). Start with npm start, which makes them.`);
    }
    parsed = result.data;
  }
  return parsed;
}

/** Reads the settings anew when next asked for: for tests that change database. */
export const resetEnvironment = (): void => {
  parsed = undefined;
};
