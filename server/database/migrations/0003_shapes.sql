ALTER TABLE "assignments" ADD COLUMN "extra_credit" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "journal" ADD COLUMN "shape" smallint DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "overrides" ADD COLUMN "family_line" text DEFAULT '' NOT NULL;