-- The ledger takes entries and never gives them up: not even the owner's connection may change one by accident.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the ledger is append-only: % on % refused', TG_OP, TG_TABLE_NAME;
END $$;
--> statement-breakpoint
CREATE TRIGGER entry_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON entry FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER document_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON document FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- What the application's role may do.
GRANT USAGE ON SCHEMA public TO ledger_app;
--> statement-breakpoint
GRANT SELECT, INSERT ON entry, document, document_pdf TO ledger_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON firm, job TO ledger_app;
--> statement-breakpoint
GRANT SELECT ON instrument TO ledger_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON job_summary, "user", session, account, verification, rate_limit, sign_in_failure TO ledger_app;
--> statement-breakpoint
-- Every row belongs to a firm, and the database itself shows it only to a transaction that has said for which firm it asks.
CREATE FUNCTION asking_firm() RETURNS uuid LANGUAGE sql STABLE AS $$
  SELECT nullif(current_setting('ledger.firm', true), '')::uuid
$$;
--> statement-breakpoint
CREATE FUNCTION asking_token() RETURNS text LANGUAGE sql STABLE AS $$
  SELECT nullif(current_setting('ledger.verification', true), '')
$$;
--> statement-breakpoint
ALTER TABLE firm ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY of_firm ON firm USING (id = asking_firm());
--> statement-breakpoint
ALTER TABLE instrument ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY of_firm ON instrument USING (firm_id = asking_firm());
--> statement-breakpoint
ALTER TABLE job ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY of_firm ON job USING (firm_id = asking_firm());
--> statement-breakpoint
ALTER TABLE job_summary ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY of_firm ON job_summary USING (firm_id = asking_firm());
--> statement-breakpoint
ALTER TABLE entry ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY of_firm ON entry USING (firm_id = asking_firm());
--> statement-breakpoint
ALTER TABLE document ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY of_firm ON document USING (firm_id = asking_firm());
--> statement-breakpoint
ALTER TABLE document_pdf ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY of_firm ON document_pdf USING (firm_id = asking_firm());
--> statement-breakpoint
-- Whoever holds a document's verification token may have it checked: that document and its entries, to read, nothing else.
CREATE POLICY by_token ON document FOR SELECT USING (verification_token = asking_token());
--> statement-breakpoint
CREATE POLICY by_token ON document_pdf FOR SELECT USING (
  EXISTS (SELECT 1 FROM document d WHERE d.id = document_pdf.document_id AND d.verification_token = asking_token())
);
--> statement-breakpoint
CREATE POLICY by_token ON entry FOR SELECT USING (
  EXISTS (SELECT 1 FROM document d WHERE d.job_id = entry.job_id AND d.verification_token = asking_token())
);
