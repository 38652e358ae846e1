import 'server-only';
import { dayHere } from '../core/words/moment';

/** The plain day so many days from today, as it is in London: `2026-11-26`. */
export const daysFrom = (days: number): string => dayHere(new Date(Date.now() + days * 86_400_000));
