import { beginFirm } from '../../src/server/firms';
import type { FirmActor } from '../../src/server/streams';

/** A firm of its own with one person in every role. */
export async function newFirm(name = 'A firm'): Promise<FirmActor> {
  const begun = await beginFirm(
    { name, address: 'a', telephone: 't', email: 'e' },
    {
      name: 'P',
      position: 'Inspector',
      roles: ['inspector', 'supervisor', 'office'],
      email: `${crypto.randomUUID()}@firm.example`,
      password: 'a long enough password',
    },
  );
  if (!begun.ok) throw new Error(begun.problem);
  return begun.actor;
}
