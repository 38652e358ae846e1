-- What a firm kept and sent within a day is counted.
CREATE INDEX "picture_kept" ON "picture" ("firm_id", "kept_at");--> statement-breakpoint
CREATE INDEX "firm_file_kept" ON "firm_file" ("firm_id", "kept_at");--> statement-breakpoint
CREATE INDEX "link_made" ON "link" ("firm_id", "made_at");--> statement-breakpoint
-- Where a letter may go: addresses the firm has on record.
CREATE INDEX "entry_client_email" ON "entry" ("firm_id", lower(coalesce("body"->>'email', "body"->'fields'->>'email')))
  WHERE kind IN ('client.named', 'client.added', 'client.described');
