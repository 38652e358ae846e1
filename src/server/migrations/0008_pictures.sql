-- Pictures of what was found, by the hash of their bytes: an entry names one, a seal covers the entry.
CREATE TABLE "picture" (
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"sha256" text NOT NULL,
	"bytes" bytea NOT NULL,
	"kept_at" timestamp with time zone NOT NULL DEFAULT now(),
	PRIMARY KEY ("firm_id", "sha256")
);--> statement-breakpoint
GRANT SELECT, INSERT ON "picture" TO ledger_app;--> statement-breakpoint
ALTER TABLE "picture" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "picture" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE TRIGGER picture_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "picture" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
