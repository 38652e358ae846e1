'use client';

import type { NewFirmEntry } from '../../core/catalogue';
import { useFirm } from '../../client/firm-provider';
import { toast } from '../../ui/toast';

export type Record = (...entries: NewFirmEntry[]) => boolean;

/** Records in the firm's stream, all of it or nothing; what it does not take is said. */
export function useRecord(): Record {
  const { append } = useFirm();
  return (...entries) => {
    const outcome = append(entries);
    if (!outcome.ok) toast(outcome.reason);
    return outcome.ok;
  };
}
