-- What a job leaves to be done, of whatever sort; and when anybody last wrote in it.
ALTER TABLE "duty" ADD COLUMN "sort" text DEFAULT 'duty' NOT NULL;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "last_day" date;
