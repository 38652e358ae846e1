import { getStream } from '../../../../../features/ledger/routes';

export const GET = getStream;
