import 'server-only';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { type Role, roles } from '../core/ledger/actor';
import { authentication, trustedOrigins } from './authentication';
import { isUnbegun } from './firms';
import { isBusy, isFull, isTrouble, logFault, noteFull } from './trouble';
import { knownSession } from './known-sessions';
import type { FirmActor } from './streams';
import { asksTwoSteps } from './two-step';

/** The person asking: an actor of one firm, with the name and position that a signature carries. */
export type Asker = FirmActor & {
  readonly name: string;
  readonly email: string;
  readonly position: string;
  /** Signed in with two steps. */
  readonly twoStep: boolean;
  /** A supervisor who may not act as one: the firm asks for two steps, and this session was begun with one. */
  readonly heldBack: boolean;
};

/** The one place that decides who is asking. Null for a stranger. */
export const whoIsAsking = cache(async (): Promise<Asker | null> => askerWith(await headers()));

/** The person a request with these headers comes from. */
const askerWith = (asked: Headers): Promise<Asker | null> => knownSession(sessionCookieOf(asked), () => lookUp(asked));

/** The signed cookie a session is known by, whole: another signature is another cookie. */
const sessionCookieOf = (asked: Headers): string | null =>
  /(?:^|;\s*)((?:__Secure-)?better-auth\.session_token=[^;]+)/.exec(asked.get('cookie') ?? '')?.[1] ?? null;

/** The session that stands for a request. That it cannot be read is of the moment: the library does not say of what. */
const sessionOf = (headers: Headers) =>
  authentication()
    .api.getSession({ headers })
    .catch(() => Promise.reject(Object.assign(new Error('The session cannot be read'), { code: 'SESSION' })));

async function lookUp(asked: Headers): Promise<Asker | null> {
  const session = await sessionOf(asked);
  if (!session || session.user.accessEndedAt) return null;
  const { id, name, email, firmId, position } = session.user;
  const held = session.user.roles
    .split(',')
    .filter((role): role is Role => (roles as readonly string[]).includes(role));
  const twoStep = session.session.twoStep === true;
  const heldBack = held.includes('supervisor') && !twoStep && (await asksTwoSteps(firmId));
  const may = heldBack ? held.filter((role) => role !== 'supervisor') : held;
  return { id, name, email, firmId, position, roles: may, twoStep, heldBack };
}

/** Whether the session a request came with still stands: asked anew, for what goes on after the request. */
export async function isStillSignedIn(request: Request): Promise<boolean> {
  const session = await sessionOf(request.headers);
  return session !== null && !session.user.accessEndedAt;
}

/** For pages: the asker, or the page to sign in at; the page to begin at while there is no firm at all. */
export async function requireAsker(): Promise<Asker> {
  const asker = await whoIsAsking();
  if (!asker) redirect((await isUnbegun()) ? '/begin' : '/sign-in');
  return asker;
}

type Handler<Context> = (request: Request, asker: Asker, context: Context) => Promise<Response>;

/** Nobody's data is kept by what stands between here and the asker. */
function unkept(answer: Response): Response {
  if (!answer.headers.has('Cache-Control')) answer.headers.set('Cache-Control', 'no-store');
  return answer;
}

const refuse = (status: number, problem: string, headers?: HeadersInit) =>
  unkept(Response.json({ problem }, { status, ...(headers && { headers }) }));

/** Whether a request that changes something comes from one of our own pages, by what the browser says of it. */
function isFromHere(request: Request): boolean {
  if (request.method === 'GET' || request.method === 'HEAD') return true;
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  if (site && site !== 'same-origin') return false;
  if (origin === null) return site === 'same-origin';
  return trustedOrigins(origin).includes(origin);
}

/**
 * For route handlers: runs only for somebody signed in and from our own pages; a stranger gets 401 and nothing else.
 * What goes wrong for the moment is a 503 that may be asked again; what goes wrong for good is written down by ids.
 */
export const signedIn =
  <Context>(handler: Handler<Context>) =>
  async (request: Request, context: Context): Promise<Response> => {
    try {
      if (!isFromHere(request)) return refuse(403, 'This request did not come from a page of this application.');
      const asker = await askerWith(request.headers);
      return asker ? unkept(await handler(request, asker, context)) : refuse(401, 'Sign in first.');
    } catch (error) {
      const { pathname } = new URL(request.url);
      if (!isTrouble(error)) {
        logFault('a request failed', error, { path: pathname });
        return refuse(500, 'Something went wrong. Nothing was recorded.');
      }
      logFault('a request has to wait', error, { path: pathname });
      if (isFull(error)) {
        noteFull();
        return refuse(507, 'The server is full. Your entries are saved on this device and sent when there is room.', {
          'Retry-After': '10',
        });
      }
      return refuse(
        503,
        isBusy(error)
          ? 'Someone else is recording there. Your entries are saved on this device and sent again.'
          : 'The server cannot be reached. Your entries are saved on this device and sent again.',
        { 'Retry-After': '2' },
      );
    }
  };
