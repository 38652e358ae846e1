-- A ledger stream is a job's or the firm's own; the firm's has the firm's id.
ALTER TABLE "job" RENAME TO "stream";--> statement-breakpoint
ALTER TABLE "stream" ADD COLUMN "sort" text DEFAULT 'job' NOT NULL;--> statement-breakpoint
ALTER TABLE "entry" RENAME COLUMN "job_id" TO "stream_id";--> statement-breakpoint
ALTER TABLE "entry" RENAME CONSTRAINT "entry_job_seq" TO "entry_stream_seq";--> statement-breakpoint
ALTER TABLE "entry" RENAME CONSTRAINT "entry_job_id_job_id_fk" TO "entry_stream_id_stream_id_fk";--> statement-breakpoint
ALTER TABLE "document" RENAME CONSTRAINT "document_job_id_job_id_fk" TO "document_job_id_stream_id_fk";--> statement-breakpoint
ALTER TABLE "stream" RENAME CONSTRAINT "job_firm_id_firm_id_fk" TO "stream_firm_id_firm_id_fk";--> statement-breakpoint
ALTER TABLE "job_summary" RENAME CONSTRAINT "job_summary_job_id_job_id_fk" TO "job_summary_job_id_stream_id_fk";--> statement-breakpoint
CREATE UNIQUE INDEX "stream_firm_own" ON "stream" ("firm_id") WHERE "sort" = 'firm';--> statement-breakpoint
-- A document says which of its job's documents it is, and up to which entry it is sealed.
ALTER TABLE "document" ADD COLUMN "begun_id" uuid;--> statement-breakpoint
ALTER TABLE "document" ADD COLUMN "sealed_to" integer;--> statement-breakpoint
ALTER TABLE "document" ADD COLUMN "replaces" uuid;--> statement-breakpoint
-- Somebody asked to join, by a link that works once: only the hash of its token is kept.
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"token_hash" text NOT NULL UNIQUE,
	"name" text NOT NULL,
	"position" text NOT NULL,
	"roles" text NOT NULL,
	"invited_by" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "access_ended_at" timestamp with time zone;--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON "invitation" TO ledger_app;--> statement-breakpoint
GRANT INSERT ON "firm" TO ledger_app;
--> statement-breakpoint
CREATE FUNCTION asking_invitation() RETURNS text LANGUAGE sql STABLE AS $$
  SELECT nullif(current_setting('ledger.invitation', true), '')
$$;--> statement-breakpoint
ALTER TABLE "invitation" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "invitation" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE POLICY by_token ON "invitation" FOR SELECT USING (token_hash = asking_invitation());--> statement-breakpoint
-- What the tables said of each firm becomes the first entries of its stream.
INSERT INTO "stream" ("id", "firm_id", "sort") SELECT "id", "id", 'firm' FROM "firm";--> statement-breakpoint
WITH said AS (
  SELECT f.id AS firm_id, 1 AS place, f.id::text AS key, 'firm.described' AS kind,
    jsonb_strip_nulls(jsonb_build_object('name', nullif(f.name, ''), 'address', nullif(f.address, ''), 'telephone', f.telephone, 'email', f.email)) AS body
  FROM firm f
  UNION ALL
  SELECT u.firm_id, 2, u.id, 'person.joined',
    jsonb_build_object('personId', u.id, 'email', u.email, 'invitationId', NULL,
      'fields', jsonb_build_object('name', u.name, 'position', u.position, 'roles', to_jsonb(string_to_array(u.roles, ','))))
  FROM "user" u
  UNION ALL
  SELECT i.firm_id, 3, i.id::text, 'instrument.added',
    jsonb_build_object('instrumentId', i.id, 'fields', jsonb_build_object(
      'sort', CASE WHEN i.name ILIKE '%indicator%' THEN 'voltage indicator' WHEN i.name ILIKE '%multifunction%' THEN 'multifunction tester' ELSE 'other' END,
      'name', i.name, 'serial', i.serial, 'calibratedOn', i.calibrated_on, 'nextDueOn', NULL))
  FROM instrument i
)
INSERT INTO "entry" ("id", "firm_id", "stream_id", "seq", "kind", "version", "body", "made_at", "made_by", "device")
SELECT gen_random_uuid(), said.firm_id, said.firm_id, row_number() OVER (PARTITION BY said.firm_id ORDER BY said.place, said.key), said.kind, 1, said.body, now(),
  coalesce((SELECT u.id FROM "user" u WHERE u.firm_id = said.firm_id ORDER BY u.created_at, u.id LIMIT 1), said.firm_id::text), 'brought up to date'
FROM said;--> statement-breakpoint
UPDATE "stream" s SET "last_seq" = (SELECT count(*) FROM "entry" e WHERE e.stream_id = s.id) WHERE s.sort = 'firm';--> statement-breakpoint
DROP TABLE "instrument";
--> statement-breakpoint
-- Whoever holds a document's token may also learn which document puts it right, and which it puts right.
CREATE FUNCTION document_asked_for() RETURNS TABLE (id uuid, replaces uuid) LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
  SELECT d.id, d.replaces FROM document d WHERE d.verification_token = nullif(current_setting('ledger.verification', true), '')
$$;--> statement-breakpoint
CREATE POLICY by_neighbour ON document FOR SELECT USING (
  replaces = (SELECT a.id FROM document_asked_for() a) OR id = (SELECT a.replaces FROM document_asked_for() a)
);
