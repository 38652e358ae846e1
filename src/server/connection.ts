import 'server-only';
import { DrizzleQueryError, sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { Pool } from 'pg';
import { env } from '../env';
import * as schema from './schema';
import { sharesOf } from './shares';
import { inTurn } from './turns';

export type Database = NodePgDatabase<typeof schema>;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

type Connections = { readonly pool: Pool; readonly database: Database };
type Held = { readonly work: Connections; readonly verification: Connections };
const held = globalThis as typeof globalThis & { ledgerConnection?: Held };

/** No statement waits or runs without end: a lock that is held is answered for after `lock_timeout`. */
const limits = { lock_timeout: 4_000, statement_timeout: 20_000, idle_in_transaction_session_timeout: 30_000 };

function connect(max: number): Connections {
  const pool = new Pool({ connectionString: env().DATABASE_URL, max, connectionTimeoutMillis: 8_000, ...limits });
  // A connection lost to a restarted database fails the query it was serving, if any, and is made anew by the next.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return { pool, database: drizzle(pool, { schema }) };
}

const mostAtWork = 12;

/** Verification has connections of its own: its pages are served whatever the ledger does. */
const connections = (): Held => (held.ledgerConnection ??= { work: connect(mostAtWork), verification: connect(3) });

/** Firms share them: two are left for signing in and for links, and no firm holds more than half of the rest. */
const share = sharesOf({ places: mostAtWork - 2, mostOfOne: 5, patience: 8_000 });

/** The database for the sign-in library only. Everything of a firm goes through `forFirm`. */
export const authenticationDatabase = (): Database => connections().work.database;

/** The same connections for the library that counts, which asks in its own words. */
export const countingPool = (): Pool => connections().work.pool;

/** Runs a transaction; of a query that fails, what it was asked with stays out of every log. */
async function transact<T>(
  { database }: Connections,
  work: (transaction: Transaction) => Promise<T>,
  config?: Parameters<Database['transaction']>[1],
): Promise<T> {
  try {
    return await database.transaction(work, config);
  } catch (error) {
    if (error instanceof DrizzleQueryError) {
      error.message = `Failed query: ${error.query}`;
      error.params = [];
      error.stack = `${error.name}: ${error.message}`;
      const code: unknown = (error.cause as { code?: unknown } | undefined)?.code;
      if (typeof code === 'string') error.cause = Object.assign(new Error(`The database answered ${code}`), { code });
    }
    throw error;
  }
}

/** Runs a transaction that sees one firm's rows and no others: the database's row policies hold to it. */
export const forFirm = <T>(firmId: string, work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  share(firmId, () =>
    transact(connections().work, async (transaction) => {
      await transaction.execute(sql`select set_config('ledger.firm', ${firmId}, true)`);
      return work(transaction);
    }),
  );

/** The same for what writes to one of the firm's streams: after whatever this process does there already. */
export const forStream = <T>(
  firmId: string,
  streamId: string,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> => inTurn(streamId, () => forFirm(firmId, work));

/** Runs a read-only transaction that sees one issued document and its entries, for whoever holds its token. */
export const forVerification = <T>(token: string, work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  transact(
    connections().verification,
    async (transaction) => {
      await transaction.execute(sql`select set_config('ledger.verification', ${token}, true)`);
      return work(transaction);
    },
    { accessMode: 'read only', isolationLevel: 'repeatable read' },
  );

/** Runs a transaction that sees the one invitation whose token has this hash. */
export const forInvitation = <T>(tokenHash: string, work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  transact(connections().work, async (transaction) => {
    await transaction.execute(sql`select set_config('ledger.invitation', ${tokenHash}, true)`);
    return work(transaction);
  });

/** Runs a transaction that sees the one link whose token has this hash. */
export const forLink = <T>(tokenHash: string, work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  transact(connections().work, async (transaction) => {
    await transaction.execute(sql`select set_config('ledger.link', ${tokenHash}, true)`);
    return work(transaction);
  });

/** Runs a transaction on the log of issued documents, which holds nothing of any firm's. */
export const inLog = <T>(work: (transaction: Transaction) => Promise<T>): Promise<T> =>
  transact(connections().verification, work);

/** Whether the database answers, asked on a connection the ledger's work does not use. */
export const isDatabaseThere = (): Promise<boolean> =>
  connections()
    .verification.pool.query('select 1')
    .then(
      () => true,
      () => false,
    );

/** A connection of its own, for listening to the ledger's announcements. */
export const listeningUrl = (): string => env().DATABASE_URL;

export async function closeConnections(): Promise<void> {
  const current = held.ledgerConnection;
  held.ledgerConnection = undefined;
  await Promise.all([current?.work.pool.end(), current?.verification.pool.end()]);
}
