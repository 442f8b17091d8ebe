ALTER TABLE "course_standards" RENAME COLUMN "home_id" TO "scope_id";
--> statement-breakpoint
ALTER TABLE "course_standards" RENAME CONSTRAINT "course_standards_home_id_id_pk" TO "course_standards_scope_id_id_pk";
--> statement-breakpoint
ALTER TABLE "standards" RENAME COLUMN "home_id" TO "scope_id";
--> statement-breakpoint
ALTER TABLE "standards" RENAME CONSTRAINT "standards_home" TO "standards_scope";
--> statement-breakpoint
ALTER TABLE "grading_scales" RENAME COLUMN "home_id" TO "scope_id";
--> statement-breakpoint
ALTER TABLE "grading_scales" RENAME CONSTRAINT "grading_scales_home_id_id_pk" TO "grading_scales_scope_id_id_pk";
--> statement-breakpoint
ALTER TABLE "proficiency_scales" RENAME COLUMN "home_id" TO "scope_id";
--> statement-breakpoint
ALTER TABLE "proficiency_scales" RENAME CONSTRAINT "proficiency_scales_home_id_id_pk" TO "proficiency_scales_scope_id_id_pk";
--> statement-breakpoint
ALTER TABLE "patterns" RENAME COLUMN "home_id" TO "scope_id";
--> statement-breakpoint
ALTER TABLE "patterns" RENAME CONSTRAINT "patterns_home_id_id_pk" TO "patterns_scope_id_id_pk";
--> statement-breakpoint
ALTER TABLE "policies" RENAME COLUMN "home_id" TO "scope_id";
--> statement-breakpoint
ALTER TABLE "policies" RENAME CONSTRAINT "policies_home_id_id_pk" TO "policies_scope_id_id_pk";
--> statement-breakpoint
ALTER TABLE "journal" RENAME COLUMN "home_id" TO "scope_id";
--> statement-breakpoint
ALTER TABLE "journal" RENAME COLUMN "deed_id" TO "batch_id";
--> statement-breakpoint
ALTER INDEX "journal_home" RENAME TO "journal_scope";
--> statement-breakpoint
ALTER INDEX "journal_deed" RENAME TO "journal_batch";
--> statement-breakpoint
ALTER TABLE "agreed" RENAME CONSTRAINT "agreed_section_id_sections_id_fk" TO "sync_baseline_section_id_sections_id_fk";
--> statement-breakpoint
ALTER TABLE "agreed" RENAME CONSTRAINT "agreed_section_id_id_pk" TO "sync_baseline_section_id_id_pk";
--> statement-breakpoint
ALTER TABLE "agreed" RENAME TO "sync_baseline";
--> statement-breakpoint
UPDATE "journal" SET "outcomes" = replace("outcomes"::text, '"done": "meanwhile"', '"done": "conflict"')::jsonb WHERE "outcomes"::text LIKE '%"done": "meanwhile"%';
--> statement-breakpoint
ALTER TABLE "runs" RENAME COLUMN "summary" TO "outcome";
--> statement-breakpoint
ALTER TABLE "runs" ALTER COLUMN "outcome" TYPE jsonb USING to_jsonb("outcome");
--> statement-breakpoint
ALTER TABLE "run_items" ALTER COLUMN "reason" TYPE jsonb USING to_jsonb("reason");
