-- Every issued document, of all firms, in the order of issue: its hashes, and nothing of what is in it.
CREATE TABLE "log_leaf" (
	"index" integer PRIMARY KEY NOT NULL,
	"issue_id" uuid NOT NULL UNIQUE,
	"document_hash" text NOT NULL,
	"pdf_sha256" text,
	"logged_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);--> statement-breakpoint
-- The head of the tree over them at the end of a day, signed.
CREATE TABLE "log_head" (
	"day" date PRIMARY KEY NOT NULL,
	"size" integer NOT NULL,
	"root" text NOT NULL,
	"public_key" text NOT NULL,
	"signature" text NOT NULL
);--> statement-breakpoint
CREATE TRIGGER log_leaf_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "log_leaf" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER log_head_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "log_head" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
GRANT SELECT, INSERT ON "log_leaf", "log_head" TO ledger_app;--> statement-breakpoint
-- What was issued before there was a tree comes first.
INSERT INTO "log_leaf" ("index", "issue_id", "document_hash")
SELECT row_number() OVER (ORDER BY "issued_at", "id") - 1, "id", "document_hash" FROM "document";
