-- Finding jobs: by letters that may be wrong in what a job is called, by whole words in what was found there.
CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS btree_gin;--> statement-breakpoint
CREATE TABLE "job_search" (
	"job_id" uuid PRIMARY KEY NOT NULL REFERENCES "stream"("id") ON DELETE CASCADE,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"called" text NOT NULL,
	"found" text NOT NULL,
	"words" tsvector NOT NULL GENERATED ALWAYS AS (to_tsvector('english', called || ' ' || found)) STORED
);--> statement-breakpoint
CREATE INDEX "job_search_called" ON "job_search" USING gin ("firm_id", "called" gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "job_search_words" ON "job_search" USING gin ("firm_id", "words");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "job_search" TO ledger_app;--> statement-breakpoint
ALTER TABLE "job_search" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "job_search" USING (firm_id = asking_firm());--> statement-breakpoint
-- Pages of the list of jobs, the latest inspection first.
CREATE INDEX "job_summary_latest" ON "job_summary" ("firm_id", (coalesce("inspected_on", '0001-01-01'::date)) DESC, "job_id" DESC);--> statement-breakpoint
CREATE INDEX "job_summary_open" ON "job_summary" ("firm_id", "job_id" DESC) WHERE status <> 'issued';
