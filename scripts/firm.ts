import { randomBytes } from 'node:crypto';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { v7 } from 'uuid';
import { z } from 'zod';
import { roles } from '../src/core/ledger/admit';
import { hashPassword } from '../src/db/authentication';
import { closeConnections } from '../src/db/connection';

const wanted = z.object({
  firm: z.string().min(1),
  address: z.string().default(''),
  telephone: z.string().default(''),
  'firm-email': z.string().default(''),
  name: z.string().min(1),
  email: z.email(),
  position: z.string().min(1).default('Inspector'),
  roles: z.string().default('inspector,supervisor,office').refine((text) => text.split(',').every((role) => (roles as readonly string[]).includes(role)), `roles are ${roles.join(', ')}`),
});

const usage = 'npm run firm -- --firm "Name" --name "Person" --email person@example.org [--position …] [--roles inspector,supervisor,office] [--address …] [--telephone …] [--firm-email …]';

/** Adds a person, and the firm when it is not there yet; prints the password made for them, once. */
async function main(): Promise<void> {
  const options = Object.fromEntries(Object.keys(wanted.shape).map((key) => [key, { type: 'string' as const }]));
  const parsed = wanted.safeParse(parseArgs({ options }).values);
  if (!parsed.success) throw new Error(`${parsed.error.issues.map((issue) => `--${issue.path.join('.')}: ${issue.message}`).join('\n')}\n\n${usage}`);
  const { firm, address, telephone, name, email, position } = parsed.data;
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  const found = await client.query<{ id: string }>('select id from firm where name = $1', [firm]);
  const firmId = found.rows[0]?.id ?? v7();
  const password = randomBytes(12).toString('base64url');
  await client.query('begin');
  if (!found.rows[0]) await client.query('insert into firm (id, name, address, telephone, email) values ($1, $2, $3, $4, $5)', [firmId, firm, address, telephone, parsed.data['firm-email']]);
  const id = v7();
  await client.query('insert into "user" (id, name, email, email_verified, firm_id, roles, position) values ($1, $2, $3, true, $4, $5, $6)', [id, name, email.toLowerCase(), firmId, parsed.data.roles, position]);
  await client.query("insert into account (id, account_id, provider_id, user_id, password) values ($1, $2, 'credential', $2, $3)", [v7(), id, await hashPassword(password)]);
  await client.query('commit');
  await client.end();
  await closeConnections();
  process.stdout.write(`${name} of ${firm} may sign in as ${email.toLowerCase()} with ${password}\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
