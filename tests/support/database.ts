import pg from 'pg';
import { v7 } from 'uuid';
import type { FirmActor } from '../../src/db/ledger-store';

/** Runs SQL as the database's owner: what the application itself may never do. */
export async function asOwner<T>(work: (client: pg.Client) => Promise<T>, url = process.env.DATABASE_OWNER_URL): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Changes what is append-only, as somebody with the owner's password and ill intent could. */
export const tamper = (sql: string, values: unknown[], url?: string) =>
  asOwner(async (client) => {
    await client.query("set session_replication_role = 'replica'");
    return client.query(sql, values);
  }, url);

/** A firm of its own with one person in every role. */
export const newFirm = (name = 'A firm'): Promise<FirmActor> =>
  asOwner(async (client) => {
    const [firmId, id] = [v7(), v7()];
    await client.query("insert into firm (id, name, address, telephone, email) values ($1, $2, 'a', 't', 'e')", [firmId, name]);
    await client.query(`insert into "user" (id, name, email, firm_id, roles, position) values ($1, 'P', $2, $3, 'inspector,supervisor,office', 'Inspector')`, [id, `${id}@firm.example`, firmId]);
    return { id, firmId, roles: ['inspector', 'supervisor', 'office'] };
  });
