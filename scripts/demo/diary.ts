import { v7 } from 'uuid';
import { type FirmBody, type FirmKind, firmStream } from '../../src/core/catalogue';
import type { FirmState } from '../../src/core/firm/firm';
import type { VisitFields } from '../../src/core/firm/kinds/visit';
import { dayAfter, weekdayOf } from '../../src/core/words/week';

const made = () => ({ id: v7(), madeAt: new Date().toISOString(), device: 'office' });
const said = <K extends FirmKind>(kind: K, body: FirmBody<K>) => firmStream.draft(kind, body, made());

/** Where the demo's places lie around its town, a few kilometres apart. */
const around = { north: 54.2, east: -1.62 };
const place = (index: number) => ({
  north: Math.round((around.north + 0.013 * ((index % 4) - 1.5)) * 1e4) / 1e4,
  east: Math.round((around.east + 0.021 * ((index % 3) - 1)) * 1e4) / 1e4,
});

type Booked = Partial<VisitFields> & {
  readonly who: number;
  readonly in: number;
  readonly at: string;
  readonly minutes: number;
  readonly address: string;
  readonly reference: string;
};

const booked: readonly Booked[] = [
  {
    who: 0,
    in: 0,
    at: '08:15',
    minutes: 210,
    address: '27 Sallow Rise',
    reference: 'FW-118',
    report: true,
    parkMinutes: 240,
  },
  {
    who: 0,
    in: 0,
    at: '12:45',
    minutes: 60,
    address: '3 Coopers Steps',
    reference: 'FW-120',
    contact: 'Miss A. Tolland, 07700 900 120',
  },
  {
    who: 0,
    in: 0,
    at: '14:15',
    minutes: 120,
    address: '2 Tannery Close',
    reference: 'FW-123',
    latest: '16:30',
    contact: 'Mr G. Ashplant, 07700 900 133',
  },
  {
    who: 0,
    in: 1,
    at: '08:30',
    minutes: 90,
    address: 'Plot 6, Fallow End',
    reference: 'FW-124',
    contact: 'Site office, 01632 960 455',
  },
  {
    who: 0,
    in: 1,
    at: '10:30',
    minutes: 150,
    address: '6 Glebe Terrace',
    reference: 'FW-128',
    earliest: '11:00',
    contact: 'Fallowfield Lettings, 01632 960 311',
  },
  {
    who: 0,
    in: 2,
    at: '09:00',
    minutes: 240,
    address: '6 Orchard Bank',
    reference: 'FW-121',
    report: true,
    contact: 'Mrs P. Underhay, 07700 900 121',
  },
  {
    who: 0,
    in: 2,
    at: '13:45',
    minutes: 180,
    address: 'Flat 3, Old Maltings',
    reference: 'FW-125',
    earliest: '14:00',
    latest: '17:00',
  },
  {
    who: 0,
    in: 4,
    at: '08:30',
    minutes: 300,
    address: '8 Lantern Row',
    reference: 'FW-122',
    contact: 'Mrs P. Thistlewood',
  },
  { who: 1, in: 0, at: '09:00', minutes: 180, address: '8 Lantern Row', reference: 'FW-122' },
  { who: 1, in: 1, at: '09:30', minutes: 120, address: 'Flat 3, Old Maltings', reference: 'FW-125' },
];

/** The working day so many working days after another. */
function workingDay(from: string, count: number): string {
  let day = from;
  for (let left = count; left > 0;) {
    day = dayAfter(day, 1);
    if (!['Sat', 'Sun'].includes(weekdayOf(day))) left -= 1;
  }
  return day;
}

type Job = { readonly jobId: string; readonly reference: string };

/** Where everything is, and a week of visits, as the office would enter them. */
export function diary(firm: FirmState, jobs: readonly Job[], people: readonly string[], today: string) {
  const places = [...firm.installations.values()];
  return [
    said('day.set', { home: around }),
    ...places.map(({ id }, index) =>
      said('installation.described', {
        installationId: id,
        fields: {
          position: place(index),
          ...(index === 0
            ? { access: 'Key safe by the back door; dog in the kitchen.', parking: 'Permit street, 4 hours' }
            : {}),
        },
      }),
    ),
    ...booked.map(({ who, in: days, address, reference, ...fields }) => {
      const installation = places.find((each) => each.address.startsWith(address));
      const client = installation?.clientId ? firm.clients.get(installation.clientId) : undefined;
      return said('visit.booked', {
        visitId: v7(),
        fields: {
          what: `${reference}, ${address}`,
          day: workingDay(today, days),
          personId: people[who] ?? null,
          installationId: installation?.id ?? null,
          jobId: jobs.find((job) => job.reference === reference)?.jobId ?? null,
          earliest: null,
          latest: null,
          parkMinutes: null,
          contact: client?.name ?? '',
          report: false,
          ...fields,
        },
      });
    }),
  ];
}
