import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  customType,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { MoneyLine } from '../core/firm/kinds/money';

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });
const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

export const firm = pgTable('firm', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  address: text('address').notNull(),
  telephone: text('telephone').notNull(),
  email: text('email').notNull(),
  logo: text('logo').notNull().default(''),
  nextDocumentNumber: integer('next_document_number').notNull().default(1),
});

/** The head of one stream, a job's or the firm's own: locked while entries are appended, so that numbers have no gaps. */
export const stream = pgTable(
  'stream',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    sort: text('sort').notNull().default('job').$type<'job' | 'firm'>(),
    lastSeq: integer('last_seq').notNull().default(0),
    /** The number up to which the tables made of it are as it is. */
    projectedSeq: integer('projected_seq').notNull().default(0),
  },
  (table) => [
    uniqueIndex('stream_firm_own')
      .on(table.firmId)
      .where(sql`${table.sort} = 'firm'`),
    index('stream_to_project')
      .on(table.firmId)
      .where(sql`${table.projectedSeq} < ${table.lastSeq}`),
  ],
);

/** The ledger itself. The application may only insert and select; a trigger refuses the rest to everyone. */
export const entry = pgTable(
  'entry',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    streamId: uuid('stream_id')
      .notNull()
      .references(() => stream.id),
    seq: integer('seq').notNull(),
    kind: text('kind').notNull(),
    version: integer('version').notNull(),
    body: jsonb('body').notNull(),
    madeAt: instant('made_at').notNull(),
    madeBy: text('made_by').notNull(),
    device: text('device').notNull(),
    recordedAt: instant('recorded_at').notNull().defaultNow(),
  },
  (table) => [unique('entry_stream_seq').on(table.streamId, table.seq)],
);

/** An issued document: its model, the seal over its entries, and the token its verification page is found by. */
export const document = pgTable(
  'document',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    jobId: uuid('job_id')
      .notNull()
      .references(() => stream.id),
    kind: text('kind').notNull(),
    number: text('number').notNull(),
    issuedAt: instant('issued_at').notNull(),
    model: jsonb('model').notNull(),
    links: jsonb('links').notNull(),
    documentHash: text('document_hash').notNull(),
    verificationToken: text('verification_token').notNull().unique(),
    /** Which of its job's documents it is; null on the first floor, where a job had one. */
    begunId: uuid('begun_id'),
    /** The last entry it is sealed over; null where that was every entry but the record of the issue. */
    sealedTo: integer('sealed_to'),
    /** The issued document it puts right. */
    replaces: uuid('replaces'),
  },
  (table) => [unique('document_firm_number').on(table.firmId, table.number)],
);

/** What a firm signs its papers with, under the name it had then; the private key is kept under the installation's. */
export const firmKey = pgTable('firm_key', {
  id: uuid('id').primaryKey(),
  firmId: uuid('firm_id')
    .notNull()
    .references(() => firm.id),
  name: text('name').notNull(),
  certificate: bytes('certificate').notNull(),
  authority: bytes('authority').notNull(),
  privateKey: bytes('private_key').notNull(),
  madeAt: instant('made_at').notNull(),
  endsAt: instant('ends_at').notNull(),
});

/** The printed form of an issued document, kept as it was first made. */
export const documentPdf = pgTable('document_pdf', {
  documentId: uuid('document_id')
    .primaryKey()
    .references(() => document.id),
  firmId: uuid('firm_id')
    .notNull()
    .references(() => firm.id),
  pdf: bytes('pdf').notNull(),
  sha256: text('sha256').notNull(),
});

/** Every issued document of all firms in the order of issue, by its hashes: the leaves of one tree. Append-only. */
export const logLeaf = pgTable('log_leaf', {
  index: integer('index').primaryKey(),
  issueId: uuid('issue_id').notNull().unique(),
  documentHash: text('document_hash').notNull(),
  pdfSha256: text('pdf_sha256'),
  loggedAt: instant('logged_at')
    .notNull()
    .default(sql`clock_timestamp()`),
  /** Whether that time is part of the leaf: not so of what was put there before it was. */
  coversTime: boolean('covers_time').notNull().default(false),
});

/** What an issued document brought along when it was put in here: what proves it, where it was not issued here. */
export const documentProof = pgTable('document_proof', {
  documentId: uuid('document_id')
    .primaryKey()
    .references(() => document.id, { onDelete: 'cascade' }),
  firmId: uuid('firm_id')
    .notNull()
    .references(() => firm.id),
  proof: jsonb('proof').notNull(),
});

/** The signed head of that tree at the end of a day. Append-only. */
export const logHead = pgTable('log_head', {
  day: date('day', { mode: 'string' }).primaryKey(),
  size: integer('size').notNull(),
  root: text('root').notNull(),
  publicKey: text('public_key').notNull(),
  signature: text('signature').notNull(),
});

/** Projection for the list of jobs: rewritten with every append, and rebuildable from entries alone. */
export const jobSummary = pgTable(
  'job_summary',
  {
    jobId: uuid('job_id')
      .primaryKey()
      .references(() => stream.id),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    reference: text('reference').notNull(),
    document: text('document').notNull(),
    clientName: text('client_name').notNull(),
    siteAddress: text('site_address').notNull(),
    /** The address by its letters and figures alone. */
    bareAddress: text('bare_address')
      .notNull()
      .generatedAlwaysAs(sql`regexp_replace(lower(site_address), '[^a-z0-9]+', '', 'g')`),
    installationId: uuid('installation_id'),
    inspectedOn: date('inspected_on', { mode: 'string' }),
    status: text('status').notNull(),
    nextStage: text('next_stage'),
    missingCount: integer('missing_count').notNull(),
    codes: text('codes').notNull(),
    documentNumber: text('document_number'),
    documentId: uuid('document_id'),
    dueOn: date('due_on', { mode: 'string' }),
    boards: integer('boards').notNull().default(0),
    circuits: integer('circuits').notNull().default(0),
    points: integer('points').notNull().default(0),
    /** What it took, once its paper was issued. */
    siteMinutes: integer('site_minutes'),
    paperMinutes: integer('paper_minutes'),
    /** What its work is quoted at, line by line. */
    quote: jsonb('quote').$type<readonly MoneyLine[]>().notNull().default([]),
    /** When something was last recorded. */
    lastDay: date('last_day', { mode: 'string' }),
    lastSeq: integer('last_seq').notNull(),
  },
  (table) => [
    index('job_summary_firm').on(table.firmId, table.status),
    index('job_summary_address').on(table.firmId, table.bareAddress),
    index('job_summary_installation').on(table.firmId, table.installationId),
  ],
);

/** Projection for finding jobs: what it is called, and what was found there. */
export const jobSearch = pgTable('job_search', {
  jobId: uuid('job_id')
    .primaryKey()
    .references(() => stream.id, { onDelete: 'cascade' }),
  firmId: uuid('firm_id')
    .notNull()
    .references(() => firm.id),
  called: text('called').notNull(),
  found: text('found').notNull(),
});

/** Projection of what a job leaves to be done by a day, while it is not: duties, findings not put right, snags. */
export const duty = pgTable(
  'duty',
  {
    jobId: uuid('job_id')
      .notNull()
      .references(() => stream.id),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    issueId: uuid('issue_id').notNull(),
    duty: text('duty').notNull(),
    sort: text('sort').notNull().default('duty').$type<'duty' | 'inspection' | 'finding' | 'snag'>(),
    number: text('number').notNull(),
    what: text('what').notNull(),
    toWhom: text('to_whom').notNull(),
    dueOn: date('due_on', { mode: 'string' }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.jobId, table.issueId, table.duty] }),
    index('duty_firm').on(table.firmId, table.dueOn),
  ],
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
  firmId: uuid('firm_id')
    .notNull()
    .references(() => firm.id),
  roles: text('roles').notNull(),
  position: text('position').notNull(),
  accessEndedAt: instant('access_ended_at'),
  twoFactorEnabled: boolean('two_factor_enabled').default(false),
});

export const session = pgTable('session', {
  id: text('id').primaryKey(),
  expiresAt: instant('expires_at').notNull(),
  token: text('token').notNull().unique(),
  createdAt: instant('created_at').notNull().defaultNow(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
  ipAddress: text('ip_address'),
  userAgent: text('user_agent'),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  /** Begun with a passkey, or with a code beside the password. */
  twoStep: boolean('two_step').notNull().default(false),
  /** When its owner last gave their password for a change of how they sign in. */
  confirmedAt: instant('confirmed_at'),
});

/** What somebody signs in with in place of a password; the names are the sign-in library's. */
export const passkey = pgTable('passkey', {
  id: text('id').primaryKey(),
  name: text('name'),
  publicKey: text('public_key').notNull(),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  credentialID: text('credential_id').notNull().unique(),
  counter: bigint('counter', { mode: 'number' }).notNull(),
  deviceType: text('device_type').notNull(),
  backedUp: boolean('backed_up').notNull(),
  transports: text('transports'),
  createdAt: instant('created_at').defaultNow(),
  aaguid: text('aaguid'),
});

/** The secret that codes come from, and the codes to recover by, both encrypted. */
export const twoFactor = pgTable('two_factor', {
  id: text('id').primaryKey(),
  secret: text('secret').notNull(),
  backupCodes: text('backup_codes').notNull(),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  verified: boolean('verified').default(true),
  failedVerificationCount: integer('failed_verification_count').default(0),
  lockedUntil: instant('locked_until'),
});

export const account = pgTable('account', {
  id: text('id').primaryKey(),
  accountId: text('account_id').notNull(),
  providerId: text('provider_id').notNull(),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
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
  {
    id: uuid('id').primaryKey().defaultRandom(),
    email: text('email').notNull(),
    at: instant('at').notNull().defaultNow(),
  },
  (table) => [index('sign_in_failure_email').on(table.email, table.at)],
);

/** Somebody asked to join a firm, by a link that works once: only the hash of its token is kept. */
export const invitation = pgTable('invitation', {
  id: uuid('id').primaryKey(),
  firmId: uuid('firm_id')
    .notNull()
    .references(() => firm.id),
  tokenHash: text('token_hash').notNull().unique(),
  name: text('name').notNull(),
  position: text('position').notNull(),
  roles: text('roles').notNull(),
  invitedBy: text('invited_by').notNull(),
  expiresAt: instant('expires_at').notNull(),
  usedAt: instant('used_at'),
});

/**
 * A way for somebody without an account: to read one issued document (`documentId` is the stored issue), to sign one
 * declaration (`documentId` is the document begun in its job), or to be told what to switch while it is tested. Only the
 * hash of its token is kept.
 */
export const link = pgTable(
  'link',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    jobId: uuid('job_id')
      .notNull()
      .references(() => stream.id),
    purpose: text('purpose').notNull().$type<'read' | 'sign' | 'hand' | 'ask' | 'choose'>(),
    documentId: uuid('document_id').notNull(),
    role: text('role'),
    name: text('name').notNull(),
    email: text('email'),
    tokenHash: text('token_hash').notNull().unique(),
    madeBy: text('made_by').notNull(),
    madeAt: instant('made_at').notNull().defaultNow(),
    expiresAt: instant('expires_at').notNull(),
    sentAt: instant('sent_at'),
    problem: text('problem'),
    openedAt: instant('opened_at'),
    usedAt: instant('used_at'),
    withdrawnAt: instant('withdrawn_at'),
  },
  (table) => [index('link_document').on(table.documentId)],
);

/** A person's diary as a calendar elsewhere reads it, by a secret address. Only its token's hash is kept. */
export const calendarFeed = pgTable(
  'calendar_feed',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    personId: text('person_id').notNull(),
    tokenHash: text('token_hash').notNull().unique(),
    madeAt: instant('made_at').notNull().defaultNow(),
    withdrawnAt: instant('withdrawn_at'),
  },
  (table) => [index('calendar_feed_person').on(table.firmId, table.personId)],
);

/** What practice came to, by person: no part of the firm's record. */
export const practiceResult = pgTable(
  'practice_result',
  {
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    personId: text('person_id').notNull(),
    house: text('house').notNull(),
    at: instant('at').notNull(),
    result: jsonb('result').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.personId, table.at, table.house] }),
    index('practice_result_person').on(table.firmId, table.personId, table.at),
  ],
);

/** What is left of an issued document once its job was removed. Append-only. */
export const documentRemoved = pgTable('document_removed', {
  id: uuid('id').primaryKey(),
  firmId: uuid('firm_id')
    .notNull()
    .references(() => firm.id),
  kind: text('kind').notNull(),
  number: text('number').notNull(),
  issuedAt: instant('issued_at').notNull(),
  documentHash: text('document_hash').notNull(),
  pdfSha256: text('pdf_sha256'),
  verificationToken: text('verification_token').notNull().unique(),
  firmName: text('firm_name').notNull(),
  removedAt: instant('removed_at').notNull().defaultNow(),
  removedBy: text('removed_by').notNull(),
});

/** That a job was handed out whole, up to which entry, and as which file. */
export const jobExport = pgTable(
  'job_export',
  {
    id: uuid('id').primaryKey(),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    jobId: uuid('job_id').notNull(),
    toSeq: integer('to_seq').notNull(),
    sha256: text('sha256').notNull(),
    exportedBy: text('exported_by').notNull(),
    exportedAt: instant('exported_at').notNull().defaultNow(),
  },
  (table) => [index('job_export_job').on(table.jobId)],
);

/** Which devices have a job open, or went out of reach with it open. */
export const jobDevice = pgTable(
  'job_device',
  {
    jobId: uuid('job_id')
      .notNull()
      .references(() => stream.id),
    device: text('device').notNull(),
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    person: text('person').notNull(),
    seenAt: instant('seen_at').notNull().defaultNow(),
    gone: boolean('gone').notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.jobId, table.device] }),
    index('job_device_seen').on(table.firmId, table.seenAt),
  ],
);

/** Files the firm keeps about its instruments, by the hash of their bytes. Append-only. */
export const firmFile = pgTable(
  'firm_file',
  {
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    sha256: text('sha256').notNull(),
    type: text('type').notNull(),
    bytes: bytes('bytes').notNull(),
    keptAt: instant('kept_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.firmId, table.sha256] })],
);

/** Pictures by the hash of their bytes. Append-only. */
export const picture = pgTable(
  'picture',
  {
    firmId: uuid('firm_id')
      .notNull()
      .references(() => firm.id),
    sha256: text('sha256').notNull(),
    bytes: bytes('bytes').notNull(),
    keptAt: instant('kept_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.firmId, table.sha256] })],
);
