import { showDay } from '../words/day';

export type Reminding = {
  readonly sort: 'inspection' | 'duty' | 'finding';
  readonly what: string;
  readonly dueOn: string;
  readonly address: string;
  readonly number: string;
  readonly client: string;
  readonly firm: { readonly name: string; readonly telephone: string };
};

/** A letter that reminds a client of what is due, to be read over before it goes. */
export function reminder({ sort, what, dueOn, address, number, client, firm }: Reminding): {
  readonly subject: string;
  readonly text: string;
} {
  const place = address.split('\n').join(', ');
  const about = {
    inspection: {
      subject: `Next inspection at ${place}`,
      text: `the electrical installation at ${place} was last inspected in report ${number}, which recommends the next inspection by ${showDay(dueOn)}. Wear, damage and changes since then have not been checked.`,
    },
    finding: {
      subject: `Remedial work outstanding at ${place}`,
      text: `our report ${number} on ${place} lists work or investigation that is needed: ${what}. We have no record that it was done. If it was, please send us the certificate.`,
    },
    duty: {
      subject: `Due by ${showDay(dueOn)}: ${place}`,
      text: `following ${number} for ${place}, this is due by ${showDay(dueOn)}: ${what}.`,
    },
  }[sort];
  return {
    subject: about.subject.slice(0, 200),
    text: [
      `Dear ${client || 'client'},`,
      '',
      about.text,
      '',
      `To arrange a date, reply to this e-mail${firm.telephone ? ` or ring ${firm.telephone}` : ''}.`,
      '',
      firm.name,
    ].join('\n'),
  };
}
