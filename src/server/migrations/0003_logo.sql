-- A firm's documents may carry its picture.
ALTER TABLE "firm" ADD COLUMN "logo" text DEFAULT '' NOT NULL;
