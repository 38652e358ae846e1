import 'server-only';
import type { PrintedOffer } from '../core/certificates/offer';
import { showMoment } from '../core/words/moment';
import { Sheet } from './sheet';

/** Prints the ways to put right what was found, one after another, with what each leaves open and comes to. */
export async function offerPdf(offer: PrintedOffer, at: Date): Promise<Buffer> {
  const { firm, reference } = offer;
  const title = 'Remedial options';
  const sheet = new Sheet({
    about: { title: [title, reference].filter(Boolean).join(', '), author: firm.name, at },
    watermark: null,
    headLine: `${title}   ${reference}`,
    footLines: [`Printed ${showMoment(at)}`, `Offered by ${firm.name}`],
    code: null,
  });
  sheet.heading(1, title);
  sheet.facts([
    { label: 'For', value: offer.to || '—' },
    { label: 'At', value: offer.address || '—' },
    { label: 'Prices valid until', value: offer.goodUntil ?? '—' },
  ]);
  sheet.table(
    [
      { heading: '', width: 4 },
      { heading: 'Price', width: 2, align: 'right' },
      { heading: 'Work', width: 2, align: 'right' },
      { heading: 'Still outstanding', width: 3 },
    ],
    offer.options.map(({ title: name, total, work, leavesOpen }, index) => [
      { text: `${index + 1}. ${name}` },
      { text: total },
      { text: work },
      { text: leavesOpen.length === 0 ? 'nothing' : `${leavesOpen.length} of the observations` },
    ]),
  );
  offer.options.forEach((option, index) => {
    sheet.heading(2, `${index + 1}. ${option.title}: ${option.total}`);
    sheet.table(
      [
        { heading: 'What is done', width: 6 },
        { heading: 'Fixes', width: 2 },
        { heading: 'Price', width: 2, align: 'right' },
      ],
      option.lines.map(({ what, answers, price }) => [{ text: what }, { text: answers || '—' }, { text: price }]),
    );
    sheet.facts([
      { label: 'Materials within it', value: option.materials },
      { label: 'Still outstanding', value: option.leavesOpen.join('\n') || 'Nothing.' },
      { label: 'Document', value: option.paper },
    ]);
  });
  sheet.heading(2, 'If nothing is done');
  sheet.paragraph(offer.leave || '—');
  if (offer.found.length > 0) {
    sheet.heading(2, 'What was found');
    sheet.table(
      [
        { heading: 'No.', width: 1 },
        { heading: 'What', width: 5 },
        { heading: 'Where', width: 3 },
      ],
      offer.found.map(({ number, what, where }) => [{ text: number }, { text: what }, { text: where || '—' }]),
    );
  }
  if (offer.terms) {
    sheet.heading(2, 'Terms');
    sheet.paragraph(offer.terms);
  }
  sheet.heading(2, 'From');
  sheet.facts([
    { label: 'Firm', value: firm.name },
    { label: 'Address', value: firm.address || '—' },
    { label: 'Telephone, e-mail', value: [firm.telephone, firm.email].filter(Boolean).join(', ') || '—' },
  ]);
  return sheet.finish();
}
