import 'server-only';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { type Role, roles } from '../core/ledger/actor';
import { authentication } from './authentication';
import type { FirmActor } from './streams';

/** The person asking: an actor of one firm, with the name and position that a signature carries. */
export type Asker = FirmActor & { readonly name: string; readonly email: string; readonly position: string };

/** The one place that decides who is asking. Null for a stranger. */
export const whoIsAsking = cache(async (): Promise<Asker | null> => {
  const asked = await headers();
  const session = await authentication().api.getSession({ headers: asked });
  if (!session || session.user.accessEndedAt) return null;
  const { id, name, email, firmId, position } = session.user;
  const held = session.user.roles
    .split(',')
    .filter((role): role is Role => (roles as readonly string[]).includes(role));
  return { id, name, email, firmId, position, roles: held };
});

/** For pages: the asker, or the sign-in page. */
export async function requireAsker(): Promise<Asker> {
  const asker = await whoIsAsking();
  if (!asker) redirect('/sign-in');
  return asker;
}

type Handler<Context> = (request: Request, asker: Asker, context: Context) => Promise<Response>;

/** For route handlers: runs only for somebody signed in; a stranger gets 401 and nothing else. */
export const signedIn =
  <Context>(handler: Handler<Context>) =>
  async (request: Request, context: Context): Promise<Response> => {
    const asker = await whoIsAsking();
    return asker ? handler(request, asker, context) : Response.json({ problem: 'Sign in first.' }, { status: 401 });
  };
