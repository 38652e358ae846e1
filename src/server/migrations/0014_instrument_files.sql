-- Files the firm keeps about its instruments, by the hash of their bytes. Append-only.
CREATE TABLE "firm_file" (
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"sha256" text NOT NULL,
	"type" text NOT NULL,
	"bytes" bytea NOT NULL,
	"kept_at" timestamp with time zone NOT NULL DEFAULT now(),
	PRIMARY KEY ("firm_id", "sha256")
);--> statement-breakpoint
GRANT SELECT, INSERT ON "firm_file" TO ledger_app;--> statement-breakpoint
ALTER TABLE "firm_file" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "firm_file" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE TRIGGER firm_file_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "firm_file" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
-- What was read with an instrument, when it turns out not to have been sound.
CREATE INDEX "entry_reading_instrument" ON "entry" ("firm_id", ((body ->> 'instrumentId'))) WHERE kind = 'reading.taken';
