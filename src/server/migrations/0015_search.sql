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
-- Operators that may leak are kept from the index by a policy: these ask for the asking firm themselves, and for nothing else.
-- Planned each time with what is asked for: letters that are common and letters that are rare are looked up differently.
CREATE FUNCTION jobs_called(pattern text, most integer) RETURNS SETOF uuid
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public AS $$
BEGIN
  RETURN QUERY EXECUTE 'SELECT job_id FROM job_search WHERE firm_id = $1 AND called ILIKE $2 LIMIT $3'
    USING asking_firm(), pattern, most;
END $$;--> statement-breakpoint
CREATE FUNCTION jobs_with_words(query tsquery, most integer) RETURNS SETOF uuid
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public AS $$
BEGIN
  RETURN QUERY EXECUTE 'SELECT job_id FROM job_search WHERE firm_id = $1 AND words @@ $2 LIMIT $3'
    USING asking_firm(), query, most;
END $$;--> statement-breakpoint
CREATE FUNCTION jobs_like(wanted text, at_least real, most integer) RETURNS SETOF uuid
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  PERFORM set_config('pg_trgm.word_similarity_threshold', at_least::text, true);
  RETURN QUERY EXECUTE 'SELECT job_id FROM (
      SELECT job_id, called FROM job_search WHERE firm_id = $1 AND $2 <% called LIMIT 500
    ) near ORDER BY word_similarity($2, called) DESC, job_id DESC LIMIT $3'
    USING asking_firm(), wanted, most;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION jobs_called(text, integer), jobs_with_words(tsquery, integer), jobs_like(text, real, integer) FROM PUBLIC;--> statement-breakpoint
GRANT EXECUTE ON FUNCTION jobs_called(text, integer), jobs_with_words(tsquery, integer), jobs_like(text, real, integer) TO ledger_app;--> statement-breakpoint
-- What a person typed on the job before this one.
CREATE INDEX "entry_isolation_maker" ON "entry" ("made_by", "recorded_at" DESC) WHERE kind = 'isolation.begun';--> statement-breakpoint
CREATE INDEX "job_summary_in_hand" ON "job_summary" ("firm_id", "status" DESC, "inspected_on" DESC, "reference") WHERE status <> 'issued';--> statement-breakpoint
CREATE INDEX "job_summary_forgotten" ON "job_summary" ("firm_id", "last_day") WHERE status <> 'issued';--> statement-breakpoint
CREATE INDEX "job_summary_coded" ON "job_summary" ("firm_id", (coalesce("inspected_on", '0001-01-01'::date)) DESC, "job_id" DESC) WHERE codes <> '';--> statement-breakpoint
-- Pages of the list of jobs, the latest inspection first.
CREATE INDEX "job_summary_latest" ON "job_summary" ("firm_id", (coalesce("inspected_on", '0001-01-01'::date)) DESC, "job_id" DESC);--> statement-breakpoint
CREATE INDEX "job_summary_open" ON "job_summary" ("firm_id", "job_id" DESC) WHERE status <> 'issued';
