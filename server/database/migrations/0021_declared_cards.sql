ALTER TABLE "declared_grades" ADD COLUMN "reason" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "declared_grades" ADD COLUMN "card" jsonb;--> statement-breakpoint
ALTER TABLE "declared_grades" ADD COLUMN "sent" jsonb;