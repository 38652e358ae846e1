-- How large a job was and what it took: what the next one is estimated from.
ALTER TABLE "job_summary" ADD COLUMN "boards" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "circuits" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "points" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "site_minutes" integer;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "paper_minutes" integer;
