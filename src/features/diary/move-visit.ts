import type { NewFirmEntry } from '../../core/catalogue';
import { type Planner, layOut, visitsOn } from '../../core/firm/day-plan';
import type { FirmState } from '../../core/firm/firm';
import type { Visit, VisitFields } from '../../core/firm/kinds/visit';

/** What changes of a visit, as an entry; none where nothing does. */
export function describing(visit: Visit, fields: Partial<VisitFields>): NewFirmEntry[] {
  const changed = Object.entries(fields).filter(([name, value]) => visit[name as keyof VisitFields] !== value);
  return changed.length > 0
    ? [{ kind: 'visit.described', body: { visitId: visit.id, fields: Object.fromEntries(changed) } }]
    : [];
}

/** A day's visits in that order, each as soon as it can be. */
export const laidOut = (visits: readonly Visit[], day: string, planner: Planner): NewFirmEntry[] =>
  layOut(visits, planner).flatMap(({ visit, at }) => describing(visit, { day, at }));

/** Puts a visit into a day, before another one or last, and lays that day out anew. */
export function put(
  firm: FirmState,
  visit: Visit,
  day: string,
  before: string | null,
  planner: Planner,
): NewFirmEntry[] {
  const others = visitsOn(firm, day, visit.personId).filter(({ id }) => id !== visit.id);
  const at = before === null ? others.length : others.findIndex(({ id }) => id === before);
  const index = at < 0 ? others.length : at;
  return laidOut([...others.slice(0, index), visit, ...others.slice(index)], day, planner);
}

/** Puts a visit one place sooner or later within its day. */
export function shift(firm: FirmState, visit: Visit, by: -1 | 1, planner: Planner): NewFirmEntry[] {
  const visits = visitsOn(firm, visit.day, visit.personId);
  const from = visits.findIndex(({ id }) => id === visit.id);
  const other = visits[from + by];
  if (!other) return [];
  const swapped = visits.map((each) => (each.id === visit.id ? other : each.id === other.id ? visit : each));
  return laidOut(swapped, visit.day, planner);
}
