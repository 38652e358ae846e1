import 'server-only';
import type { Letter } from '../core/certificates/letters';
import { showMoment } from '../core/words/moment';
import { Sheet } from './sheet';

/** Prints a paper to hand over at once: a danger notice, or a report to the distributor. */
export async function letterPdf(letter: Letter, at: Date): Promise<Buffer> {
  const { firm, title, about } = letter;
  const sheet = new Sheet({
    about: { title: [title, about].filter(Boolean).join(', '), author: firm.name, at },
    watermark: null,
    headLine: `${title}   ${about}`,
    footLines: [`Printed ${showMoment(at)}`, `Issued by ${firm.name}`],
    code: null,
  });
  sheet.heading(1, title);
  sheet.paragraph(`To: ${letter.to}`);
  if (letter.warning) sheet.banner(letter.warning, true);
  sheet.facts(letter.facts);
  for (const line of letter.advice) sheet.paragraph(line);
  sheet.heading(2, 'From');
  sheet.facts([
    { label: 'Firm', value: firm.name },
    { label: 'Address', value: firm.address || '—' },
    { label: 'Telephone, e-mail', value: [firm.telephone, firm.email].filter(Boolean).join(', ') || '—' },
  ]);
  sheet.heading(2, 'Received by');
  sheet.paragraph(letter.taken?.words ?? 'Name, signature and time: ______________________________');
  if (letter.taken?.drawn) sheet.strokes(letter.taken.drawn, `Signature of ${letter.to}`);
  return sheet.finish();
}
