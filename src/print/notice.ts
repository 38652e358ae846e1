import 'server-only';
import type { Notice } from '../core/certificates/notice';
import { showDay } from '../core/words/day';
import { Sheet } from './sheet';

/** Prints a notice that notifiable work was done, for whoever takes it on paper. */
export async function noticePdf(notice: Notice, at: Date): Promise<Buffer> {
  const { firm, certificate } = notice;
  const title = 'Notice of notifiable electrical work';
  const sheet = new Sheet({
    about: { title: `${title}, ${certificate}`, author: firm.name, at },
    watermark: null,
    headLine: `${title}   ${certificate}`,
    footLines: [`${certificate}: SHA-256 ${notice.documentHash}`, `Issued by ${firm.name}`],
    code: null,
  });
  const fact = (label: string, value: string | null) => ({ label, value: value || '—' });
  sheet.heading(1, title);
  sheet.paragraph('To building control or the registration body.');
  sheet.heading(2, 'The work');
  sheet.facts([
    fact('Where', notice.installation),
    fact('Country', notice.country),
    fact('What was done', notice.work),
    fact('Completed', showDay(notice.completedOn)),
    fact('Notice due by', showDay(notice.dueOn)),
  ]);
  sheet.heading(2, 'Certified by');
  sheet.facts([
    fact(notice.title, certificate),
    fact('Firm', firm.name),
    fact('Address', firm.address),
    fact('Telephone, e-mail', [firm.telephone, firm.email].filter(Boolean).join(', ')),
  ]);
  sheet.paragraph('Rules differ by country and change. Check the local rules.', { size: 9 });
  return sheet.finish();
}
