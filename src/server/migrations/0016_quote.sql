-- What the work of a job is quoted at.
ALTER TABLE "job_summary" ADD COLUMN "quote" jsonb NOT NULL DEFAULT '[]';
--> statement-breakpoint
CREATE INDEX "job_device_seen" ON "job_device" ("firm_id", "seen_at");
