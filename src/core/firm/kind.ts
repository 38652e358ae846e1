import { kindOf } from '../ledger/kind';
import type { FirmState } from './firm';

/** The firm's stream looks nothing up. */
export type FirmLists = Readonly<Record<string, never>>;

/** Makes a kind of entry of a firm's stream. */
export const firmKind = kindOf<FirmState, FirmLists>();
