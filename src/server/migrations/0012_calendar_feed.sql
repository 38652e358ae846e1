-- A person's diary as a calendar elsewhere reads it, by a secret address. Only its token's hash is kept.
CREATE TABLE "calendar_feed" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"person_id" text NOT NULL,
	"token_hash" text NOT NULL UNIQUE,
	"made_at" timestamp with time zone NOT NULL DEFAULT now(),
	"withdrawn_at" timestamp with time zone
);--> statement-breakpoint
CREATE INDEX "calendar_feed_person" ON "calendar_feed" ("firm_id", "person_id");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON "calendar_feed" TO ledger_app;--> statement-breakpoint
ALTER TABLE "calendar_feed" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "calendar_feed" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE POLICY by_token ON "calendar_feed" FOR SELECT USING (token_hash = asking_link());
