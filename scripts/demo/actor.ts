import pg from 'pg';
import type { FirmActor } from '../../src/server/streams';

/** Somebody who signs in, as the ledger knows them. */
export async function actorOf(email: string): Promise<FirmActor> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  const { rows } = await client.query<{ id: string; firm_id: string; roles: string }>(
    'select id, firm_id, roles from "user" where email = $1',
    [email],
  );
  await client.end();
  const [row] = rows;
  if (!row) throw new Error(`Nobody signs in as ${email}`);
  return { id: row.id, firmId: row.firm_id, roles: row.roles.split(',') as FirmActor['roles'] };
}
