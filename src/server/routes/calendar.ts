import 'server-only';
import { feedOf } from '../calendar';

type Context = { params: Promise<{ token: string }> };

/** A diary for another calendar, by its secret address. */
export async function getCalendar(_request: Request, { params }: Context): Promise<Response> {
  const calendar = await feedOf((await params).token);
  return calendar === null
    ? new Response('This calendar address no longer works.', { status: 404 })
    : new Response(calendar, {
        headers: { 'Content-Type': 'text/calendar; charset=utf-8', 'Cache-Control': 'private, no-store' },
      });
}
