-- A second step of signing in: passkeys, and codes from an app with codes to recover by.
CREATE TABLE "passkey" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text,
	"public_key" text NOT NULL,
	"user_id" text NOT NULL REFERENCES "user"("id") ON DELETE CASCADE,
	"credential_id" text NOT NULL UNIQUE,
	"counter" bigint NOT NULL,
	"device_type" text NOT NULL,
	"backed_up" boolean NOT NULL,
	"transports" text,
	"created_at" timestamp with time zone DEFAULT now(),
	"aaguid" text
);--> statement-breakpoint
CREATE INDEX "passkey_user" ON "passkey" ("user_id");--> statement-breakpoint
CREATE TABLE "two_factor" (
	"id" text PRIMARY KEY NOT NULL,
	"secret" text NOT NULL,
	"backup_codes" text NOT NULL,
	"user_id" text NOT NULL REFERENCES "user"("id") ON DELETE CASCADE,
	"verified" boolean DEFAULT true,
	"failed_verification_count" integer DEFAULT 0,
	"locked_until" timestamp with time zone
);--> statement-breakpoint
CREATE INDEX "two_factor_user" ON "two_factor" ("user_id");--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "passkey", "two_factor" TO ledger_app;--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "two_factor_enabled" boolean DEFAULT false;--> statement-breakpoint
-- Whether a session was begun with two steps, and when its owner last gave their password for something grave.
ALTER TABLE "session" ADD COLUMN "two_step" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "confirmed_at" timestamp with time zone;
