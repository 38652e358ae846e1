import { randomBytes } from 'node:crypto';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { z } from 'zod';
import { type Role, roles } from '../src/core/ledger/actor';
import { beginFirm, invite, join } from '../src/server/firms';
import type { PersonFields } from '../src/core/firm/kinds/person';
import type { FirmActor } from '../src/server/streams';
import { closeConnections } from '../src/server/connection';
import { removeTwoSteps } from '../src/server/two-step';

const wanted = z.object({
  firm: z.string().min(1),
  address: z.string().default(''),
  telephone: z.string().default(''),
  'firm-email': z.string().default(''),
  name: z.string().min(1),
  email: z.email(),
  position: z.string().min(1).default('Inspector'),
  roles: z
    .string()
    .default('inspector,supervisor,office')
    .refine(
      (text) => text.split(',').every((role) => (roles as readonly string[]).includes(role)),
      `roles are ${roles.join(', ')}`,
    ),
});

const usage =
  'npm run firm -- --firm "Name" --name "Person" --email person@example.org [--position …] [--roles inspector,supervisor,office] [--address …] [--telephone …] [--firm-email …]\nnpm run firm -- --lost-phone person@example.org   (takes away two-step sign-in)';

/** Somebody of the firm who may ask people in; null where there is no such firm yet. */
async function supervisorOf(firm: string): Promise<FirmActor | null> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  const { rows } = await client.query<{ id: string; firm_id: string; roles: string }>(
    'select u.id, u.firm_id, u.roles from "user" u join firm f on f.id = u.firm_id where f.name = $1 order by u.created_at',
    [firm],
  );
  await client.end();
  const row = rows.find(({ roles: held }) => held.includes('supervisor')) ?? rows[0];
  return row ? { id: row.id, firmId: row.firm_id, roles: row.roles.split(',') as Role[] } : null;
}

/** Lets somebody in with the password alone again, who lost what their second step was on and has nobody to ask. */
async function removeSecondStep(email: string): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_OWNER_URL });
  await client.connect();
  const { rows } = await client.query<{ id: string; firm_id: string }>(
    'select id, firm_id from "user" where email = $1',
    [email.trim().toLowerCase()],
  );
  await client.end();
  const [person] = rows;
  if (!person) throw new Error(`Nobody signs in as ${email}: nothing was changed.`);
  const server: FirmActor = { id: 'server', firmId: person.firm_id, roles: ['supervisor'] };
  const done = await removeTwoSteps(server, person.id);
  if (!done.ok) throw new Error(done.problem);
  await closeConnections();
  process.stdout.write(`${email} signs in with the password alone, and sets up two steps again\n`);
}

async function add(supervisor: FirmActor, person: PersonFields, email: string, password: string) {
  const invited = await invite(supervisor, person);
  return invited.ok ? join(invited.token, person.name, email, password) : invited;
}

/** Adds a person, and the firm when it is not there yet; prints the password made for them, once. */
async function main(): Promise<void> {
  const [act, whose = ''] = process.argv.slice(2);
  if (act === '--lost-phone') return removeSecondStep(whose);
  const options = Object.fromEntries(Object.keys(wanted.shape).map((key) => [key, { type: 'string' as const }]));
  const parsed = wanted.safeParse(parseArgs({ options }).values);
  if (!parsed.success)
    throw new Error(
      `${parsed.error.issues.map((issue) => `--${issue.path.join('.')}: ${issue.message}`).join('\n')}\n\n${usage}`,
    );
  const { firm, address, telephone, name, position } = parsed.data;
  const email = parsed.data.email.toLowerCase();
  const held = parsed.data.roles.split(',') as Role[];
  const password = randomBytes(12).toString('base64url');
  const supervisor = await supervisorOf(firm);
  const person = { name, position, roles: held };
  const done = supervisor
    ? await add(supervisor, person, email, password)
    : await beginFirm(
        { name: firm, address: address || 'not given', telephone, email: parsed.data['firm-email'] },
        { ...person, email, password },
      );
  if (!done.ok) throw new Error(done.problem);
  await closeConnections();
  process.stdout.write(`${name} of ${firm} may sign in as ${email} with ${password}\n`);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
