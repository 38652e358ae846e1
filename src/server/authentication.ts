import 'server-only';
import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware } from 'better-auth/api';
import { nextCookies } from 'better-auth/next-js';
import { and, count, eq, gt } from 'drizzle-orm';
import { env } from '../env';
import { addressOf } from './address-of';
import { authenticationDatabase } from './connection';
import { forgetTries, takeTry, waitWords } from './guessing';
import { sessionsChanged } from './known-sessions';
import { post } from './post-office';
import * as schema from './schema';
import { logFault } from './trouble';
import { beginsWithTwoSteps, guardTwoStep, twoStepPathsClosed, twoStepPlugins } from './two-step-sign-in';

/** Argon2id with the parameters OWASP recommends for it: 19 MiB, two passes. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;
export const hashPassword = (password: string): Promise<string> => hash(password, argon);

const emailOf = (body: unknown): string =>
  String((body as { email?: unknown } | undefined)?.email ?? '')
    .trim()
    .toLowerCase()
    .slice(0, 200);

/**
 * Whether a password is the asker's own, for an act as grave as a signature; null where it is, otherwise the reason.
 * Wrong ones count with wrong ones at the door.
 */
export async function confirmPassword(
  asker: { id: string; email: string },
  password: string,
  headers: Headers,
  otherwise = 'nothing was signed',
): Promise<string | null> {
  const email = emailOf(asker);
  const attempt = await takeTry(email, addressOf(headers));
  if (!attempt.ok) return waitWords(attempt.seconds);
  const { account } = schema;
  const [held] = await authenticationDatabase()
    .select({ password: account.password })
    .from(account)
    .where(and(eq(account.userId, asker.id), eq(account.providerId, 'credential')));
  if (!held?.password || !(await verify(held.password, password).catch(() => false)))
    return `Wrong password: ${otherwise}.`;
  await forgetTries(email, addressOf(headers));
  return null;
}

/** How long a link by mail may be used, and how many of them somebody is sent in that time. */
const linkMinutes = 15;
const mostLinks = 3;

/** Sends the link by which somebody sets a new password, once. Whoever's access has ended gets none, and no flood of them. */
async function sendLink(person: { id: string; email: string }, token: string): Promise<void> {
  const database = authenticationDatabase();
  const { user, verification } = schema;
  const [held] = await database.select({ ended: user.accessEndedAt }).from(user).where(eq(user.id, person.id));
  const since = new Date(Date.now() - linkMinutes * 60_000);
  const [sent] = await database
    .select({ links: count() })
    .from(verification)
    .where(and(eq(verification.value, person.id), gt(verification.createdAt, since)));
  if (!held || held.ended || (sent?.links ?? 0) > mostLinks) return;
  await post({
    to: person.email,
    subject: 'Reset your Orange Ledger password',
    text: `A password reset was requested for your address. If it was you, set a new password here, once, within ${linkMinutes} minutes:\n\n${env().APP_URL}/sign-in/new-password#${token}\n\nYour other devices must then sign in again. If it was not you, ignore this e-mail. Nothing was changed.\n`,
  });
}

/** Where our own pages are served from. Loopback is reached by number and by name: both are this machine. */
export function trustedOrigins(origin: string): string[] {
  const { port, origin: own } = new URL(env().APP_URL);
  const isLoopback = /^http:\/\/(localhost|127\.0\.0\.1)(:|$)/.test(origin) && origin.endsWith(`:${port}`);
  return isLoopback ? [own, origin] : [own];
}

function create() {
  const settings = env();
  return betterAuth({
    baseURL: settings.APP_URL,
    secret: settings.AUTH_SECRET,
    database: drizzleAdapter(authenticationDatabase(), { provider: 'pg', schema }),
    trustedOrigins: (request) => trustedOrigins(request?.headers.get('origin') ?? ''),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 120,
      password: { hash: hashPassword, verify: ({ hash: stored, password }) => verify(stored, password) },
      sendResetPassword: ({ user, token }) => sendLink(user, token),
      resetPasswordTokenExpiresIn: linkMinutes * 60,
      revokeSessionsOnPasswordReset: true,
      onPasswordReset: ({ user }) => sessionsChanged(authenticationDatabase(), user.id),
    },
    // What is stored of a link cannot be used as one.
    verification: { storeIdentifier: 'hashed' },
    user: {
      additionalFields: {
        firmId: { type: 'string', required: true, input: false },
        roles: { type: 'string', required: true, input: false },
        position: { type: 'string', required: true, input: false },
        accessEndedAt: { type: 'date', required: false, input: false },
      },
    },
    // A name is given by the firm and stands under signatures: nobody changes their own here.
    disabledPaths: ['/update-user', '/change-email', '/delete-user', '/set-password', ...twoStepPathsClosed],
    session: {
      expiresIn: 60 * 60 * 24 * 14,
      updateAge: 60 * 60 * 24,
      // What a young session would be asked for is asked by the password given anew.
      freshAge: 0,
      additionalFields: { twoStep: { type: 'boolean', required: false, input: false } },
    },
    rateLimit: {
      enabled: true,
      storage: 'database',
      window: 60,
      max: 300,
      customRules: {
        '/sign-in/email': { window: 60, max: 60 },
        '/change-password': { window: 60, max: 10 },
        '/request-password-reset': { window: 60, max: 20 },
        '/reset-password': { window: 60, max: 10 },
        '/two-factor/*': { window: 60, max: 20 },
        '/passkey/*': { window: 60, max: 60 },
      },
    },
    telemetry: { enabled: false },
    // What a failed query was asked with is a session's token or a password's hash: only that it failed is written down.
    logger: { log: (level) => level === 'error' && logFault('sign-in could not be looked up', null) },
    // However a session ends, by whichever way in: every process is told at once.
    databaseHooks: {
      session: {
        create: {
          before: (begun, context) =>
            Promise.resolve({
              data: { ...begun, twoStep: beginsWithTwoSteps(context?.path, context?.context.session) },
            }),
        },
        delete: { after: ({ userId }) => sessionsChanged(authenticationDatabase(), userId) },
      },
    },
    hooks: {
      before: createAuthMiddleware(async (context) => {
        // Whoever changes a password may have lost the old one to somebody: other devices sign in again.
        if (context.path === '/change-password')
          return { context: { ...context, body: { ...(context.body as object), revokeOtherSessions: true } } };
        await guardTwoStep(context);
        // No device is believed for a month: each sign-in takes both steps.
        if (context.path.startsWith('/two-factor/verify'))
          return { context: { ...context, body: { ...(context.body as object), trustDevice: false } } };
        if (context.path !== '/sign-in/email') return;
        const attempt = await takeTry(emailOf(context.body), addressOf(context.headers));
        if (!attempt.ok) throw new APIError('TOO_MANY_REQUESTS', { message: waitWords(attempt.seconds) });
      }),
      after: createAuthMiddleware(async (context) => {
        if (context.path === '/sign-in/email' && context.context.newSession)
          await forgetTries(emailOf(context.body), addressOf(context.headers));
      }),
    },
    plugins: [...twoStepPlugins(), nextCookies()],
  });
}

let created: ReturnType<typeof create> | undefined;

/** The sign-in library, made when first asked for: the build imports this file without settings. */
export const authentication = (): ReturnType<typeof create> => (created ??= create());
