import type { Metadata } from 'next';
import * as z from 'zod';
import { horizons } from '../../../features/due/horizons';
import { DuePage } from '../../../features/due/due-page';
import { dueBy } from '../../../server/due';
import { firmParticulars } from '../../../server/people';
import { daysFrom } from '../../../server/today';
import { requireAsker } from '../../../server/who';

export const metadata: Metadata = { title: 'Due' };

const asked = z.object({ within: z.enum(horizons).catch('year') });
const days = { month: 31, year: 366, ever: 366 * 60 } as const;

export default async function Due({ searchParams }: { searchParams: Promise<unknown> }) {
  const { firmId } = await requireAsker();
  const { within } = asked.parse(await searchParams);
  const today = daysFrom(0);
  const [items, { name, telephone }] = await Promise.all([
    dueBy(firmId, daysFrom(days[within]), today),
    firmParticulars(firmId),
  ]);
  return <DuePage key={within} items={items} within={within} today={today} firm={{ name, telephone }} />;
}
