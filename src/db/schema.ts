import { bigint, boolean, customType, date, index, integer, jsonb, pgTable, text, timestamp, unique, uuid } from 'drizzle-orm/pg-core';

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

export const firm = pgTable('firm', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  address: text('address').notNull(),
  telephone: text('telephone').notNull(),
  email: text('email').notNull(),
  nextDocumentNumber: integer('next_document_number').notNull().default(1),
});

export const instrument = pgTable('instrument', {
  id: uuid('id').primaryKey(),
  firmId: uuid('firm_id').notNull().references(() => firm.id),
  name: text('name').notNull(),
  serial: text('serial').notNull(),
  calibratedOn: date('calibrated_on', { mode: 'string' }),
});

/** The head of one job's ledger: locked while entries are appended, so that sequence numbers have no gaps. */
export const job = pgTable('job', {
  id: uuid('id').primaryKey(),
  firmId: uuid('firm_id').notNull().references(() => firm.id),
  lastSeq: integer('last_seq').notNull().default(0),
});

/** The ledger itself. The application may only insert and select; a trigger refuses the rest to everyone. */
export const entry = pgTable(
  'entry',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id').notNull().references(() => firm.id),
    jobId: uuid('job_id').notNull().references(() => job.id),
    seq: integer('seq').notNull(),
    kind: text('kind').notNull(),
    version: integer('version').notNull(),
    body: jsonb('body').notNull(),
    madeAt: instant('made_at').notNull(),
    madeBy: text('made_by').notNull(),
    device: text('device').notNull(),
    recordedAt: instant('recorded_at').notNull().defaultNow(),
  },
  (table) => [unique('entry_job_seq').on(table.jobId, table.seq)],
);

/** An issued document: its model, the seal over its entries, and the token its verification page is found by. */
export const document = pgTable(
  'document',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id').notNull().references(() => firm.id),
    jobId: uuid('job_id').notNull().references(() => job.id),
    kind: text('kind').notNull(),
    number: text('number').notNull(),
    issuedAt: instant('issued_at').notNull(),
    model: jsonb('model').notNull(),
    links: jsonb('links').notNull(),
    documentHash: text('document_hash').notNull(),
    verificationToken: text('verification_token').notNull().unique(),
  },
  (table) => [unique('document_firm_number').on(table.firmId, table.number)],
);

/** The printed form of an issued document, kept as it was first made. */
export const documentPdf = pgTable('document_pdf', {
  documentId: uuid('document_id').primaryKey().references(() => document.id),
  firmId: uuid('firm_id').notNull().references(() => firm.id),
  pdf: bytes('pdf').notNull(),
  sha256: text('sha256').notNull(),
});

/** Projection for the list of jobs: rewritten with every append, and rebuildable from entries alone. */
export const jobSummary = pgTable(
  'job_summary',
  {
    jobId: uuid('job_id').primaryKey().references(() => job.id),
    firmId: uuid('firm_id').notNull().references(() => firm.id),
    reference: text('reference').notNull(),
    document: text('document').notNull(),
    clientName: text('client_name').notNull(),
    siteAddress: text('site_address').notNull(),
    inspectedOn: date('inspected_on', { mode: 'string' }),
    status: text('status').notNull(),
    nextStage: text('next_stage'),
    missingCount: integer('missing_count').notNull(),
    codes: text('codes').notNull(),
    documentNumber: text('document_number'),
    documentId: uuid('document_id'),
    dueOn: date('due_on', { mode: 'string' }),
    lastSeq: integer('last_seq').notNull(),
  },
  (table) => [index('job_summary_firm').on(table.firmId, table.status)],
);

// The tables of the sign-in library, by its own field names.

export const user = pgTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  createdAt: instant('created_at').notNull().defaultNow(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
  firmId: uuid('firm_id').notNull().references(() => firm.id),
  roles: text('roles').notNull(),
  position: text('position').notNull(),
});

export const session = pgTable('session', {
  id: text('id').primaryKey(),
  expiresAt: instant('expires_at').notNull(),
  token: text('token').notNull().unique(),
  createdAt: instant('created_at').notNull().defaultNow(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
  ipAddress: text('ip_address'),
  userAgent: text('user_agent'),
  userId: text('user_id').notNull().references(() => user.id, { onDelete: 'cascade' }),
});

export const account = pgTable('account', {
  id: text('id').primaryKey(),
  accountId: text('account_id').notNull(),
  providerId: text('provider_id').notNull(),
  userId: text('user_id').notNull().references(() => user.id, { onDelete: 'cascade' }),
  accessToken: text('access_token'),
  refreshToken: text('refresh_token'),
  idToken: text('id_token'),
  accessTokenExpiresAt: instant('access_token_expires_at'),
  refreshTokenExpiresAt: instant('refresh_token_expires_at'),
  scope: text('scope'),
  password: text('password'),
  createdAt: instant('created_at').notNull().defaultNow(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
});

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: instant('expires_at').notNull(),
  createdAt: instant('created_at').notNull().defaultNow(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
});

export const rateLimit = pgTable('rate_limit', {
  id: text('id').primaryKey(),
  key: text('key').notNull().unique(),
  count: integer('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});

/** Failed sign-ins by account, so that guessing at one account is slowed wherever it comes from. */
export const signInFailure = pgTable(
  'sign_in_failure',
  { id: uuid('id').primaryKey().defaultRandom(), email: text('email').notNull(), at: instant('at').notNull().defaultNow() },
  (table) => [index('sign_in_failure_email').on(table.email, table.at)],
);
