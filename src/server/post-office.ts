import 'server-only';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { createTransport } from 'nodemailer';
import { v7 } from 'uuid';
import { env } from '../env';

export type Letter = { readonly to: string; readonly subject: string; readonly text: string };

/** Whether letters go anywhere: to a mail server, or on one machine into a folder. */
export const isPostOpen = (): boolean => Boolean(env().SMTP_URL ?? env().POST_FOLDER);

/** Sends a letter by the mail server that is set; where none is, it is laid into a folder as the server would get it. */
export async function post(letter: Letter): Promise<void> {
  const { SMTP_URL, POST_FOLDER, MAIL_FROM } = env();
  const message = { from: MAIL_FROM, ...letter };
  if (SMTP_URL) await createTransport(SMTP_URL).sendMail(message);
  else if (POST_FOLDER) {
    const { message: raw } = await createTransport({ streamTransport: true, buffer: true }).sendMail(message);
    await mkdir(POST_FOLDER, { recursive: true, mode: 0o700 });
    await writeFile(join(POST_FOLDER, `${v7()}.eml`), raw as Buffer, { mode: 0o600 });
  }
}
