import { printingWaits } from '../../../server/printing';
import { signedIn } from '../../../server/who';

/** How many documents are being printed, or wait for it. */
export const GET = signedIn(() => Promise.resolve(Response.json({ waiting: printingWaits() })));
