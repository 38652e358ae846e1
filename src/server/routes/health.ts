import 'server-only';
import { isDatabaseThere } from '../connection';

/** Whether this process can serve, for whatever watches over it: open to all, and says nothing of anybody. */
export async function getHealth(): Promise<Response> {
  const database = await isDatabaseThere();
  return Response.json(
    { ready: database, database: database ? 'answers' : 'does not answer' },
    { status: database ? 200 : 503, headers: { 'Cache-Control': 'no-store' } },
  );
}
