import { clockOf, minutesOf, toFive } from '../words/clock';
import type { FirmState } from './firm';
import type { DayRules, Visit } from './kinds/visit';
import type { Spot, Travel, Travelled } from './travel';

/** Part of a day in its order: somebody is somewhere, on the way, or eating. */
export type DayPart =
  | {
      readonly is: 'visit';
      readonly at: string;
      readonly minutes: number;
      readonly visit: Visit;
      readonly wrong: readonly string[];
    }
  | { readonly is: 'travel'; readonly at: string; readonly minutes: number; readonly how: Travelled['how'] }
  | { readonly is: 'lunch'; readonly at: string; readonly minutes: number };

export type DayPlan = {
  readonly parts: readonly DayPart[];
  /** What is wrong with the day as a whole. */
  readonly wrong: readonly string[];
  /** When whoever's day it is is home, or leaves the last place where home is not known. */
  readonly done: string | null;
  readonly workMinutes: number;
  readonly travelMinutes: number;
};

/** What a day is planned with: how it is laid out, where each visit is, and how long it takes from one to another. */
export type Planner = {
  readonly rules: DayRules;
  readonly spotOf: (visit: Visit) => Spot;
  readonly travel: Travel;
};

const nowhere: Spot = { position: null, address: '' };

/** Where a visit is: the installation it is at, as the firm knows it. */
export const spotsOf =
  (firm: Pick<FirmState, 'installations'>) =>
  (visit: Visit): Spot =>
    (visit.installationId && firm.installations.get(visit.installationId)) || nowhere;

/** One person's visits on a day that were not called off, by their time. */
export const visitsOn = (firm: Pick<FirmState, 'visits'>, day: string, personId: string | null): Visit[] =>
  [...firm.visits.values()]
    .filter((visit) => visit.day === day && visit.cancelled === null && visit.personId === personId)
    .sort((a, b) => minutesOf(a.at) - minutesOf(b.at) || (a.id < b.id ? -1 : 1));

const endOf = (visit: Pick<Visit, 'at' | 'minutes'>): number => minutesOf(visit.at) + visit.minutes;
const homeOf = ({ home }: DayRules): Spot | null => (home ? { position: home, address: '' } : null);

/** A day as it stands: travel and lunch between its visits, and beside each what cannot be as it is. */
export function planDay(visits: readonly Visit[], planner: Planner): DayPlan {
  const { rules, spotOf, travel } = planner;
  const home = homeOf(rules);
  const parts: DayPart[] = [];
  let at = minutesOf(rules.startsAt);
  let from = home;
  let lunch = rules.lunchMinutes === 0 || visits.length === 0;
  const eat = (begin: number, until: number): void => {
    const starts = Math.max(begin, minutesOf(rules.lunchFrom));
    if (lunch || starts > minutesOf(rules.lunchTo) || starts + rules.lunchMinutes > until) return;
    parts.push({ is: 'lunch', at: clockOf(starts), minutes: rules.lunchMinutes });
    lunch = true;
  };
  for (const [index, visit] of visits.entries()) {
    const way = from ? travel(from, spotOf(visit)) : null;
    const begins = minutesOf(visit.at);
    const leaves = begins - (way?.minutes ?? 0);
    if (index > 0) eat(at, leaves);
    if (way && way.minutes > 0)
      parts.push({
        is: 'travel',
        at: clockOf(index === 0 ? leaves : Math.max(at, leaves)),
        minutes: way.minutes,
        how: way.how,
      });
    parts.push({
      is: 'visit',
      at: visit.at,
      minutes: visit.minutes,
      visit,
      wrong: whatIsWrong(visit, index === 0 ? null : at + (way?.minutes ?? 0)),
    });
    at = Math.max(at, endOf(visit));
    from = spotOf(visit);
  }
  const back = home && from && visits.length > 0 ? travel(from, home) : null;
  // Over before the latest lunch, it is had at home.
  lunch ||= at <= minutesOf(rules.lunchTo);
  if (back && back.minutes > 0) parts.push({ is: 'travel', at: clockOf(at), minutes: back.minutes, how: back.how });
  const done = at + (back?.minutes ?? 0);
  const reports = visits.filter(({ report }) => report).length;
  const sum = (is: DayPart['is']) =>
    parts.filter((part) => part.is === is).reduce((all, { minutes }) => all + minutes, 0);
  return {
    parts,
    wrong: [
      ...(lunch ? [] : [`No room for lunch between ${rules.lunchFrom} and ${rules.lunchTo}.`]),
      ...(visits.length > 0 && done > minutesOf(rules.endsAt)
        ? [`Ends at ${clockOf(done)}, after ${rules.endsAt}.`]
        : []),
      ...(reports > rules.mostReports ? [`${reports} condition reports, ${rules.mostReports} at most.`] : []),
    ],
    done: visits.length > 0 ? clockOf(done) : null,
    workMinutes: sum('visit'),
    travelMinutes: sum('travel'),
  };
}

/** Why a visit cannot be as it stands: nobody is there yet, the door is shut, or the van may not stand so long. */
function whatIsWrong(visit: Visit, soonest: number | null): string[] {
  const { at, earliest, latest, parkMinutes, minutes } = visit;
  return [
    ...(soonest !== null && soonest > minutesOf(at) ? [`No one on site before ${clockOf(soonest)}.`] : []),
    ...(earliest && minutesOf(at) < minutesOf(earliest) ? [`No access before ${earliest}.`] : []),
    ...(latest && endOf(visit) > minutesOf(latest) ? [`Leave by ${latest}: it ends at ${clockOf(endOf(visit))}.`] : []),
    ...(parkMinutes && minutes > parkMinutes
      ? [`Parking is limited to ${parkMinutes} minutes, the visit takes ${minutes}.`]
      : []),
  ];
}

export type Move = { readonly visit: Visit; readonly at: string };

/** So long one waits at most for lunch rather than go without. */
const longestWait = 30;

/** When each visit of a day begins at the soonest, in that order: after travel, at no shut door, with lunch in between. */
export function layOut(visits: readonly Visit[], { rules, spotOf, travel }: Planner): Move[] {
  const [lunchFrom, lunchTo] = [minutesOf(rules.lunchFrom), minutesOf(rules.lunchTo)];
  let at = minutesOf(rules.startsAt);
  let from: Spot | null = null;
  let lunch = rules.lunchMinutes === 0;
  return visits.map((visit) => {
    // The day starts at the first door: the way there comes before it.
    const way = from ? travel(from, spotOf(visit)).minutes : 0;
    const door = visit.earliest ? minutesOf(visit.earliest) : 0;
    const soonest = Math.max(toFive(at + way), door);
    const lunchAt = Math.max(at, lunchFrom);
    const costsNothing = lunchAt + rules.lunchMinutes + way <= soonest;
    const elseMissed = soonest + visit.minutes > lunchTo && lunchAt - at <= longestWait;
    if (!lunch && from && lunchAt <= lunchTo && (costsNothing || at >= lunchFrom || elseMissed)) {
      at = lunchAt + rules.lunchMinutes;
      lunch = true;
    }
    const begins = Math.max(toFive(at + way), door);
    at = begins + visit.minutes;
    from = spotOf(visit);
    return { visit, at: clockOf(begins) };
  });
}

/** Somebody who has to be told that a visit begins at another time. */
export type Told = Move & { readonly was: string; readonly message: string; readonly wrong: readonly string[] };

/**
 * What a visit that goes on longer moves: every later one of that day that can no longer begin when it was to, no
 * further than it has to, each with what to say to whoever waits and what cannot be kept then. Nothing is moved sooner.
 */
export function runLate(visits: readonly Visit[], visitId: string, byMinutes: number, planner: Planner): Told[] {
  const { rules, spotOf, travel } = planner;
  const index = visits.findIndex(({ id }) => id === visitId);
  const current = visits[index];
  if (!current) return [];
  let at = endOf(current) + byMinutes;
  let from = spotOf(current);
  let lunch =
    planDay(visits.slice(0, index + 1), planner).parts.some(({ is }) => is === 'lunch') || rules.lunchMinutes === 0;
  const moved: Told[] = [];
  for (const visit of visits.slice(index + 1)) {
    const way = travel(from, spotOf(visit)).minutes;
    const was = minutesOf(visit.at);
    const eaten = Math.max(at, minutesOf(rules.lunchFrom)) + rules.lunchMinutes;
    // Lunch goes where it fits without keeping anybody waiting; else it is left out and the day says so.
    if (!lunch && eaten - rules.lunchMinutes <= minutesOf(rules.lunchTo) && eaten + way <= was) {
      at = eaten;
      lunch = true;
    }
    const begins = Math.max(was, toFive(at + way));
    if (begins > was) {
      const becomes = { ...visit, at: clockOf(begins) };
      moved.push({
        visit,
        was: visit.at,
        at: becomes.at,
        message: messageOf(becomes, visit.at),
        wrong: whatIsWrong(becomes, null),
      });
    }
    at = begins + visit.minutes;
    from = spotOf(visit);
  }
  return moved;
}

const messageOf = ({ contact, what, at }: Visit, was: string): string => {
  const name = contact.split(/[,0-9+(]/)[0]?.trim();
  return `Hello${name ? ` ${name}` : ''}, the visit before yours is taking longer. We shall be with you at about ${at} instead of ${was} for: ${what}. If that does not suit, please ring and we shall find another time.`;
};
