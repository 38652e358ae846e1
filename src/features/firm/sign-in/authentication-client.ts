'use client';

import { createAuthClient } from 'better-auth/react';

/** What signs in and out, changes passwords and ends sessions, for the browser. */
export const authenticationClient = createAuthClient();
