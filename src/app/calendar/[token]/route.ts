import { getCalendar } from '../../../server/routes/calendar';

export const GET = getCalendar;
