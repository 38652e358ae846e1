'use client';

import { passkeyClient } from '@better-auth/passkey/client';
import { twoFactorClient } from 'better-auth/client/plugins';
import { createAuthClient } from 'better-auth/react';

/** What signs in and out, changes passwords and passkeys and ends sessions, for the browser. */
export const authenticationClient = createAuthClient({ plugins: [passkeyClient(), twoFactorClient()] });
