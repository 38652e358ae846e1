import 'server-only';
import { env } from '../env';

/** Where this installation's tester is, or null where none was set up. */
export const testerAddress = (): string | null => env().TESTER_URL ?? null;
