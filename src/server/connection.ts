import 'server-only';
import { sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import { env } from '../env';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

type Held = { pool: Pool; database: Database };
const held = globalThis as typeof globalThis & { ledgerConnection?: Held };

function connection(): Held {
  if (!held.ledgerConnection) {
    const pool = new Pool({ connectionString: env().DATABASE_URL, max: 12, connectionTimeoutMillis: 10_000 });
    // A connection lost to a restarted database fails the query it was serving, if any, and is made anew by the next.
    pool.on('error', () => undefined);
    pool.on('connect', (client) => client.on('error', () => undefined));
    held.ledgerConnection = { pool, database: drizzle(pool, { schema }) };
  }
  return held.ledgerConnection;
}

/** The database for the sign-in library only. Everything of a firm goes through `forFirm`. */
export const authenticationDatabase = (): Database => connection().database;

/** Runs a transaction that sees one firm's rows and no others: the database's row policies hold to it. */
export function forFirm<T>(firmId: string, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  return connection().database.transaction(async (transaction) => {
    await transaction.execute(sql`select set_config('ledger.firm', ${firmId}, true)`);
    return work(transaction);
  });
}

/** Runs a read-only transaction that sees one issued document and its entries, for whoever holds its token. */
export function forVerification<T>(token: string, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  return connection().database.transaction(
    async (transaction) => {
      await transaction.execute(sql`select set_config('ledger.verification', ${token}, true)`);
      return work(transaction);
    },
    { accessMode: 'read only', isolationLevel: 'repeatable read' },
  );
}

/** Runs a transaction that sees the one invitation whose token has this hash. */
export function forInvitation<T>(tokenHash: string, work: (transaction: Transaction) => Promise<T>): Promise<T> {
  return connection().database.transaction(async (transaction) => {
    await transaction.execute(sql`select set_config('ledger.invitation', ${tokenHash}, true)`);
    return work(transaction);
  });
}

/** A connection of its own, for listening to the ledger's announcements. */
export const listeningUrl = (): string => env().DATABASE_URL;

export async function closeConnections(): Promise<void> {
  const current = held.ledgerConnection;
  held.ledgerConnection = undefined;
  await current?.pool.end();
}
