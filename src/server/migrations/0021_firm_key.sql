-- What a firm signs its papers with. A key is never changed: another takes its place.
CREATE TABLE "firm_key" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"name" text NOT NULL,
	"certificate" bytea NOT NULL,
	"authority" bytea NOT NULL,
	"private_key" bytea NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL
);--> statement-breakpoint
CREATE INDEX "firm_key_name" ON "firm_key" ("firm_id", "name", "made_at");--> statement-breakpoint
GRANT SELECT, INSERT ON "firm_key" TO ledger_app;--> statement-breakpoint
ALTER TABLE "firm_key" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "firm_key" USING (firm_id = asking_firm());
