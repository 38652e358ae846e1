-- When a document was put into the tree is part of its leaf from now on.
ALTER TABLE "log_leaf" ADD COLUMN "covers_time" boolean DEFAULT false NOT NULL;--> statement-breakpoint
-- What a document brought along from where it was issued.
CREATE TABLE "document_proof" (
	"document_id" uuid PRIMARY KEY NOT NULL REFERENCES "document"("id") ON DELETE CASCADE,
	"firm_id" uuid NOT NULL REFERENCES "firm"("id"),
	"proof" jsonb NOT NULL
);--> statement-breakpoint
CREATE TRIGGER document_proof_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "document_proof" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();--> statement-breakpoint
GRANT SELECT, INSERT ON "document_proof" TO ledger_app;--> statement-breakpoint
ALTER TABLE "document_proof" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY of_firm ON "document_proof" USING (firm_id = asking_firm());--> statement-breakpoint
CREATE POLICY by_token ON "document_proof" FOR SELECT USING (
  EXISTS (SELECT 1 FROM "document" d WHERE d.id = "document_proof"."document_id" AND d.verification_token = asking_token())
);--> statement-breakpoint
-- Whoever has a document checked has its pictures checked: those it names, and no others.
CREATE POLICY by_token ON "picture" FOR SELECT USING (
  EXISTS (
    SELECT 1 FROM "document" d
    WHERE d.firm_id = "picture"."firm_id" AND d.verification_token = asking_token()
      AND d.model->'pictures' @> jsonb_build_array(jsonb_build_object('sha256', "picture"."sha256"))
  )
);
--> statement-breakpoint
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND TG_TABLE_NAME IN ('entry', 'document', 'document_pdf', 'document_proof', 'picture')
     AND current_setting('ledger.removing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  RAISE EXCEPTION 'the ledger is append-only: % on % refused', TG_OP, TG_TABLE_NAME;
END $$;
