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
      text: `the electrical installation at ${place} was last reported on in ${number}, which asks for the next inspection by ${showDay(dueOn)}. Wear, damage and changes since then are not known to anybody until it is looked at again.`,
    },
    finding: {
      subject: `Still to be put right at ${place}`,
      text: `our report ${number} on ${place} names something that calls for work or a closer look: ${what}. We have no word that it was done. If somebody has seen to it, please let us have their certificate.`,
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
      `To arrange a day, answer this letter${firm.telephone ? ` or ring ${firm.telephone}` : ''}.`,
      '',
      firm.name,
    ].join('\n'),
  };
}
