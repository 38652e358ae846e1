-- What follows from issued documents by a day, while it is not done: rewritten with every append, made again from entries alone.
CREATE TABLE "duty" (
	"job_id" uuid NOT NULL REFERENCES "stream"("id"),
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"issue_id" uuid NOT NULL,
	"duty" text NOT NULL,
	"number" text NOT NULL,
	"what" text NOT NULL,
	"to_whom" text NOT NULL,
	"due_on" date NOT NULL,
	PRIMARY KEY ("job_id", "issue_id", "duty")
);--> statement-breakpoint
CREATE INDEX "duty_firm" ON "duty" ("firm_id", "due_on");--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON "duty" TO ledger_app;--> statement-breakpoint
ALTER TABLE "duty" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "duty" USING (firm_id = asking_firm());
