import 'server-only';
import { createTransport } from 'nodemailer';
import { env } from '../env';

export type Letter = { readonly to: string; readonly subject: string; readonly text: string };

/** Whether letters go anywhere. */
export const isPostOpen = (): boolean => Boolean(env().SMTP_URL);

/** How long a mail server may take over a letter. */
const patience = { connectionTimeout: 10_000, greetingTimeout: 10_000, socketTimeout: 20_000 };

/** Sends a letter by the mail server that is set. */
export async function post(letter: Letter): Promise<void> {
  const { SMTP_URL, MAIL_FROM } = env();
  if (!SMTP_URL) throw new Error('No mail server is set');
  await createTransport({ url: SMTP_URL, ...patience }).sendMail({ from: MAIL_FROM, ...letter });
}
