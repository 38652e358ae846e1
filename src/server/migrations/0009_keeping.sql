-- What is left of an issued document once its job was removed: enough for a paper in somebody's hands to be known again.
CREATE TABLE "document_removed" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"kind" text NOT NULL,
	"number" text NOT NULL,
	"issued_at" timestamp with time zone NOT NULL,
	"document_hash" text NOT NULL,
	"pdf_sha256" text,
	"verification_token" text NOT NULL UNIQUE,
	"firm_name" text NOT NULL,
	"removed_at" timestamp with time zone NOT NULL DEFAULT now(),
	"removed_by" text NOT NULL
);--> statement-breakpoint
-- That a job was handed out whole: how far, and as which file. A job is removed only after that.
CREATE TABLE "job_export" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"job_id" uuid NOT NULL,
	"to_seq" integer NOT NULL,
	"sha256" text NOT NULL,
	"exported_by" text NOT NULL,
	"exported_at" timestamp with time zone NOT NULL DEFAULT now()
);--> statement-breakpoint
CREATE INDEX "job_export_job" ON "job_export" ("job_id");--> statement-breakpoint
GRANT SELECT ON "document_removed" TO ledger_app;--> statement-breakpoint
GRANT SELECT, INSERT ON "job_export" TO ledger_app;--> statement-breakpoint
ALTER TABLE "document_removed" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "document_removed" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE POLICY by_token ON "document_removed" FOR SELECT USING (verification_token = asking_token());--> statement-breakpoint
ALTER TABLE "job_export" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "job_export" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE TRIGGER document_removed_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "document_removed" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
-- Which devices have a job open, or went out of reach with it open: those may hold entries nobody has yet.
CREATE TABLE "job_device" (
	"job_id" uuid NOT NULL REFERENCES "stream"("id"),
	"device" text NOT NULL,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"person" text NOT NULL,
	"seen_at" timestamp with time zone NOT NULL DEFAULT now(),
	"gone" boolean NOT NULL DEFAULT false,
	PRIMARY KEY ("job_id", "device")
);--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "job_device" TO ledger_app;--> statement-breakpoint
ALTER TABLE "job_device" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "job_device" USING (firm_id = asking_firm());--> statement-breakpoint
-- Append-only, but for a job that is removed as a whole by the function below.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND TG_TABLE_NAME IN ('entry', 'document', 'document_pdf', 'picture')
     AND current_setting('ledger.removing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  RAISE EXCEPTION 'the ledger is append-only: % on % refused', TG_OP, TG_TABLE_NAME;
END $$;--> statement-breakpoint
-- Removes one of the asking firm's jobs, once it is old enough and was handed out as it stands; answers why not, or null.
-- The application's role cannot delete an entry by itself: this is the one way, and it keeps what a paper is known by.
CREATE FUNCTION remove_job(asked uuid, years integer, by_whom text, called text) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
  firm uuid := asking_firm();
  head integer;
  latest timestamptz;
BEGIN
  SELECT last_seq INTO head FROM stream WHERE id = asked AND firm_id = firm AND sort = 'job' FOR UPDATE;
  IF head IS NULL THEN RETURN 'none'; END IF;
  SELECT max(at) INTO latest FROM (
    SELECT max(issued_at) AS at FROM document WHERE job_id = asked
    UNION ALL SELECT max(recorded_at) FROM entry WHERE stream_id = asked
      AND NOT EXISTS (SELECT 1 FROM document WHERE job_id = asked)
  ) AS last;
  IF latest > now() - make_interval(years => greatest(years, 3)) THEN RETURN 'young'; END IF;
  IF NOT EXISTS (SELECT 1 FROM job_export WHERE job_id = asked AND firm_id = firm AND to_seq = head) THEN RETURN 'kept'; END IF;
  INSERT INTO document_removed (id, firm_id, kind, number, issued_at, document_hash, pdf_sha256, verification_token, firm_name, removed_by)
    SELECT d.id, d.firm_id, d.kind, d.number, d.issued_at, d.document_hash, p.sha256, d.verification_token, called, by_whom
    FROM document d LEFT JOIN document_pdf p ON p.document_id = d.id WHERE d.job_id = asked;
  PERFORM set_config('ledger.removing', 'yes', true);
  DELETE FROM link WHERE job_id = asked;
  DELETE FROM duty WHERE job_id = asked;
  DELETE FROM job_device WHERE job_id = asked;
  DELETE FROM job_summary WHERE job_id = asked;
  DELETE FROM document_pdf WHERE document_id IN (SELECT id FROM document WHERE job_id = asked);
  DELETE FROM document WHERE job_id = asked;
  -- A picture goes with the last job that names it.
  DELETE FROM picture p WHERE p.firm_id = firm
    AND p.sha256 IN (SELECT body->>'sha256' FROM entry WHERE stream_id = asked AND kind = 'picture.taken')
    AND NOT EXISTS (SELECT 1 FROM entry e WHERE e.firm_id = firm AND e.stream_id <> asked AND e.kind = 'picture.taken' AND e.body->>'sha256' = p.sha256);
  DELETE FROM entry WHERE stream_id = asked;
  DELETE FROM stream WHERE id = asked;
  PERFORM set_config('ledger.removing', '', true);
  RETURN NULL;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION remove_job(uuid, integer, text, text) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION remove_job(uuid, integer, text, text) TO ledger_app;
