import pg from 'pg';

/** Runs SQL as the database's owner: what the application itself may never do. */
export async function asOwner<T>(
  work: (client: pg.Client) => Promise<T>,
  url = process.env.DATABASE_OWNER_URL,
): Promise<T> {
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
