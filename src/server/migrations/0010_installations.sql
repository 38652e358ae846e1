-- Jobs are found by the installation they are at, and by their address however it was broken into lines.
ALTER TABLE "job_summary" ADD COLUMN "installation_id" uuid;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "bare_address" text NOT NULL GENERATED ALWAYS AS (regexp_replace(lower(site_address), '[^a-z0-9]+', '', 'g')) STORED;--> statement-breakpoint
CREATE INDEX "job_summary_address" ON "job_summary" ("firm_id", "bare_address");--> statement-breakpoint
CREATE INDEX "job_summary_installation" ON "job_summary" ("firm_id", "installation_id");
