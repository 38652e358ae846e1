'use server';

import { makeFeed } from '../../server/calendar';
import { requireAsker } from '../../server/who';

/** A new secret address of one's own diary; the one before stops. */
export async function makeFeedAction(): Promise<string> {
  return makeFeed(await requireAsker());
}
