'use client';

import { useSyncExternalStore } from 'react';

const never = () => () => undefined;
const knowsPasskeys = (): boolean =>
  typeof PublicKeyCredential !== 'undefined' && isSecureContext && !/^[\d.]+$|:/.test(location.hostname);

/** Whether passkeys can be used here: the browser knows them, and the address is a name and no number. */
export const usePasskeys = (): boolean => useSyncExternalStore(never, knowsPasskeys, () => false);
