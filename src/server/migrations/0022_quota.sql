-- What a firm has sent within a day, counted over every process; the names are the counting library's.
CREATE TABLE "quota" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "quota" TO ledger_app;
