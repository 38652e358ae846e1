-- A way for somebody without an account: to read one issued document, or to sign one declaration. Only its token's hash is kept.
CREATE TABLE "link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"job_id" uuid NOT NULL REFERENCES "stream"("id"),
	"purpose" text NOT NULL,
	"document_id" uuid NOT NULL,
	"role" text,
	"name" text NOT NULL,
	"email" text,
	"token_hash" text NOT NULL UNIQUE,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL DEFAULT now(),
	"expires_at" timestamp with time zone NOT NULL,
	"sent_at" timestamp with time zone,
	"problem" text,
	"opened_at" timestamp with time zone,
	"used_at" timestamp with time zone,
	"withdrawn_at" timestamp with time zone
);--> statement-breakpoint
CREATE INDEX "link_document" ON "link" ("document_id");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON "link" TO ledger_app;--> statement-breakpoint
CREATE FUNCTION asking_link() RETURNS text LANGUAGE sql STABLE AS $$
  SELECT nullif(current_setting('ledger.link', true), '')
$$;--> statement-breakpoint
ALTER TABLE "link" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "link" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE POLICY by_token ON "link" FOR SELECT USING (token_hash = asking_link());
