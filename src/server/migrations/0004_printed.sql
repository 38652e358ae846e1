-- The printed file of a document is part of its seal: once kept it stays, like an entry.
CREATE TRIGGER document_pdf_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "document_pdf" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
