-- What the work of a job is quoted at.
ALTER TABLE "job_summary" ADD COLUMN "quote" jsonb NOT NULL DEFAULT '[]';
