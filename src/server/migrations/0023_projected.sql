-- Tables made of a stream may be behind it: up to which number each is, and which streams have to be looked at.
ALTER TABLE "stream" ADD COLUMN "projected_seq" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "stream" SET "projected_seq" = "last_seq";--> statement-breakpoint
CREATE INDEX "stream_to_project" ON "stream" USING btree ("firm_id") WHERE "stream"."projected_seq" < "stream"."last_seq";
