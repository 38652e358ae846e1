import 'server-only';
import type { FirmState } from '../core/firm/firm';
import type { Firm } from '../core/job/document-definition';
import { stateOf } from './streams';

/** The firm as its own stream has it; its stream has the firm's id. */
export async function firmState(firmId: string): Promise<FirmState> {
  const state = await stateOf(firmId, 'firm', firmId);
  if (!state) throw new Error('The firm has no stream');
  return state;
}

/** Names of the firm's people by id, for "who took this reading": whoever left stays the maker of their work. */
export const namesOf = (firm: FirmState): Record<string, string> =>
  Object.fromEntries([...firm.people.values()].map(({ id, name }) => [id, name]));

/** The firm's particulars, as a document carries them. */
export async function firmParticulars(firmId: string): Promise<Firm> {
  const { name = '', address = '', telephone = '', email = '', logo = '' } = (await firmState(firmId)).particulars;
  return { name, address, telephone, email, logo };
}
