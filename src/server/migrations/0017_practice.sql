-- What practice came to, by person: no part of the firm's record.
CREATE TABLE "practice_result" (
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"person_id" text NOT NULL,
	"house" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"result" jsonb NOT NULL,
	PRIMARY KEY ("person_id", "at", "house")
);--> statement-breakpoint
CREATE INDEX "practice_result_person" ON "practice_result" ("firm_id", "person_id", "at");--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON "practice_result" TO ledger_app;--> statement-breakpoint
ALTER TABLE "practice_result" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "practice_result" USING (firm_id = asking_firm());
