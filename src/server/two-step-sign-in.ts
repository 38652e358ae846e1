import 'server-only';
import { passkey as passkeys } from '@better-auth/passkey';
import { APIError, getSessionFromCtx } from 'better-auth/api';
import { twoFactor as codes } from 'better-auth/plugins/two-factor';
import { eq } from 'drizzle-orm';
import { env } from '../env';
import { authenticationDatabase } from './connection';
import { sessionsChanged } from './known-sessions';
import { passkey, session } from './schema';

/**
 * Signing in with two steps: a passkey, which is a device and who unlocks it, or a password and a code from an app. A
 * session says whether it was begun so; `who.ts` decides what that is asked for.
 */

/** A passkey belongs to a name, and a loopback address is none: there it belongs to `localhost`. */
export function passkeyHome(): { readonly id: string; readonly origins: string[] } {
  const { hostname, origin, port } = new URL(env().APP_URL);
  const isLoopback = hostname === '127.0.0.1' || hostname === 'localhost';
  return isLoopback ? { id: 'localhost', origins: [`http://localhost:${port}`] } : { id: hostname, origins: [origin] };
}

const needsUnlocking = 'That device did not verify you. Use one with a fingerprint, face or PIN.';

export function twoStepPlugins() {
  const { id, origins } = passkeyHome();
  return [
    passkeys({
      rpID: id,
      rpName: 'Orange Ledger',
      origin: origins,
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
      registration: {
        async afterVerification({ ctx, verification }) {
          if (!verification.registrationInfo?.userVerified)
            throw new APIError('BAD_REQUEST', { message: needsUnlocking });
          // Whoever adds one has just used it, after giving their password.
          const held = ctx.context.session;
          if (!held) return;
          const database = authenticationDatabase();
          await database.update(session).set({ twoStep: true }).where(eq(session.id, held.session.id));
          await sessionsChanged(database, held.user.id);
        },
      },
      authentication: {
        afterVerification({ verification }) {
          if (!verification.authenticationInfo.userVerified)
            throw new APIError('UNAUTHORIZED', { message: needsUnlocking });
          return Promise.resolve();
        },
      },
    }),
    codes({ issuer: 'Orange Ledger', backupCodeOptions: { storeBackupCodes: 'encrypted' } }),
  ] as const;
}

/** Ways in that are two steps by themselves. */
const twoSteps = new Set([
  '/passkey/verify-authentication',
  '/two-factor/verify-totp',
  '/two-factor/verify-backup-code',
]);

type Held = { readonly session: Readonly<Record<string, unknown>> } | null | undefined;

/** Whether a session about to begin does so with two steps: by the way in, or in place of one that did. */
export const beginsWithTwoSteps = (path: string | undefined, before: Held): boolean =>
  twoSteps.has(path ?? '') ||
  (!path?.startsWith('/sign-in') && path !== '/two-factor/disable' && before?.session['twoStep'] === true);

/** Letters with codes are not sent, and no device is believed for a month. */
export const twoStepPathsClosed = ['/two-factor/send-otp', '/two-factor/verify-otp'];

const changesPasskeys = [
  '/passkey/generate-register-options',
  '/passkey/verify-registration',
  '/passkey/delete-passkey',
];
const changesTwoStep = new Set([
  ...changesPasskeys,
  '/two-factor/enable',
  '/two-factor/disable',
  '/two-factor/generate-backup-codes',
  '/two-factor/get-totp-uri',
]);
/** For how long a password given for a change of passkeys holds. */
const confirmedMillis = 10 * 60_000;

type Asked = Parameters<typeof getSessionFromCtx>[0];

/**
 * Who holds a session, or a password, does not hold the second step: it is changed only by somebody who signed in with
 * it, or who has none yet, and passkeys only after the password was given anew.
 */
export async function guardTwoStep(context: Asked & { readonly path?: string }): Promise<void> {
  if (!changesTwoStep.has(context.path ?? '')) return;
  const held = await getSessionFromCtx(context);
  if (!held) return;
  const [row] = await authenticationDatabase().select().from(session).where(eq(session.id, held.session.id));
  const isSet =
    (held.user as { twoFactorEnabled?: boolean | null }).twoFactorEnabled === true ||
    (await authenticationDatabase().$count(passkey, eq(passkey.userId, held.user.id))) > 0;
  if (isSet && row?.twoStep !== true)
    throw new APIError('FORBIDDEN', { message: 'Sign in with your passkey or a code first, then change it.' });
  const confirmed = row?.confirmedAt?.getTime() ?? 0;
  if (changesPasskeys.includes(context.path ?? '') && confirmed < Date.now() - confirmedMillis)
    throw new APIError('FORBIDDEN', { message: 'Give your password first.' });
}
