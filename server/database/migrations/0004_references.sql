-- What names something that is not there is read as naming nothing; from here on it cannot be.
UPDATE "orgs" SET "parent_id" = NULL WHERE "parent_id" IS NOT NULL AND NOT EXISTS (SELECT 1 FROM "orgs" AS "up" WHERE "up"."id" = "orgs"."parent_id");--> statement-breakpoint
UPDATE "periods" SET "parent_id" = NULL WHERE "parent_id" IS NOT NULL AND NOT EXISTS (SELECT 1 FROM "periods" AS "up" WHERE "up"."id" = "periods"."parent_id");--> statement-breakpoint
UPDATE "standards" SET "parent_id" = NULL WHERE "parent_id" IS NOT NULL AND NOT EXISTS (SELECT 1 FROM "standards" AS "up" WHERE "up"."id" = "standards"."parent_id");--> statement-breakpoint
UPDATE "assignments" SET "category_id" = NULL WHERE "category_id" IS NOT NULL AND NOT EXISTS (SELECT 1 FROM "categories" WHERE "categories"."section_id" = "assignments"."section_id" AND "categories"."id" = "assignments"."category_id");--> statement-breakpoint
ALTER TABLE "cells" ADD COLUMN "student_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED;--> statement-breakpoint
ALTER TABLE "cells" ADD COLUMN "assignment_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED;--> statement-breakpoint
ALTER TABLE "evidence" ADD COLUMN "student_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED;--> statement-breakpoint
ALTER TABLE "evidence" ADD COLUMN "assignment_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED;--> statement-breakpoint
ALTER TABLE "evidence" ADD COLUMN "standard_id" text GENERATED ALWAYS AS (split_part(id, '/', 3)) STORED;--> statement-breakpoint
ALTER TABLE "overrides" ADD COLUMN "student_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED;--> statement-breakpoint
ALTER TABLE "overrides" ADD COLUMN "period_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED;--> statement-breakpoint
ALTER TABLE "remarks" ADD COLUMN "student_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED;--> statement-breakpoint
ALTER TABLE "remarks" ADD COLUMN "period_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_category" FOREIGN KEY ("section_id","category_id") REFERENCES "public"."categories"("section_id","id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "cells" ADD CONSTRAINT "cells_student" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cells" ADD CONSTRAINT "cells_assignment" FOREIGN KEY ("section_id","assignment_id") REFERENCES "public"."assignments"("section_id","id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "course_standards" ADD CONSTRAINT "course_standards_course_id_courses_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."courses"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "declarations" ADD CONSTRAINT "declarations_period" FOREIGN KEY ("id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "declared_grades" ADD CONSTRAINT "declared_grades_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "declared_grades" ADD CONSTRAINT "declared_grades_period_id_periods_id_fk" FOREIGN KEY ("period_id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "declared_grades" ADD CONSTRAINT "declared_grades_student_id_students_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evidence" ADD CONSTRAINT "evidence_student" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evidence" ADD CONSTRAINT "evidence_assignment" FOREIGN KEY ("section_id","assignment_id") REFERENCES "public"."assignments"("section_id","id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "evidence" ADD CONSTRAINT "evidence_standard" FOREIGN KEY ("standard_id") REFERENCES "public"."standards"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "journal" ADD CONSTRAINT "journal_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "orgs" ADD CONSTRAINT "orgs_parent" FOREIGN KEY ("parent_id") REFERENCES "public"."orgs"("id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "overrides" ADD CONSTRAINT "overrides_student" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "overrides" ADD CONSTRAINT "overrides_period" FOREIGN KEY ("period_id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "periods" ADD CONSTRAINT "periods_parent" FOREIGN KEY ("parent_id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_section" FOREIGN KEY ("id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remarks" ADD CONSTRAINT "remarks_student" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remarks" ADD CONSTRAINT "remarks_period" FOREIGN KEY ("period_id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standards" ADD CONSTRAINT "standards_parent" FOREIGN KEY ("parent_id") REFERENCES "public"."standards"("id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;--> statement-breakpoint
CREATE INDEX "cells_student" ON "cells" USING btree ("student_id");--> statement-breakpoint
CREATE INDEX "enrolments_student" ON "enrolments" USING btree ("student_id");--> statement-breakpoint
CREATE INDEX "periods_of_parent" ON "periods" USING btree ("parent_id");--> statement-breakpoint
CREATE INDEX "sections_course" ON "sections" USING btree ("course_id");--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_scored_in" CHECK ("assignments"."scored_in" in ('points', 'levels'));--> statement-breakpoint
ALTER TABLE "categories" ADD CONSTRAINT "categories_basis" CHECK ("categories"."basis" in ('points', 'equal'));--> statement-breakpoint
ALTER TABLE "categories" ADD CONSTRAINT "categories_drop_rule" CHECK ("categories"."drop_rule" in ('lowest percent', 'best for the student'));--> statement-breakpoint
ALTER TABLE "cells" ADD CONSTRAINT "cells_note_for" CHECK ("cells"."note_for" in ('teacher', 'family'));--> statement-breakpoint
ALTER TABLE "periods" ADD CONSTRAINT "periods_kind" CHECK ("periods"."kind" in ('year', 'semester', 'grading', 'exam'));--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_method" CHECK ("plans"."method" in ('categories', 'points', 'assignments', 'none'));--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_rounding" CHECK ("plans"."rounding" in ('half up', 'down', 'up', 'nearest half'));--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_label_from" CHECK ("plans"."label_from" in ('displayed', 'exact'));--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_incomplete" CHECK ("plans"."incomplete_counts_as" in ('nothing', 'zero'));--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_families" CHECK ("plans"."families" in ('percent', 'label', 'both', 'neither'));--> statement-breakpoint
ALTER TABLE "roster_changes" ADD CONSTRAINT "roster_changes_part" CHECK ("roster_changes"."part" in ('orgs', 'periods', 'courses', 'classes', 'teachers', 'students', 'teaching', 'enrolments'));--> statement-breakpoint
ALTER TABLE "run_items" ADD CONSTRAINT "run_items_state" CHECK ("run_items"."state" in ('waiting', 'sent', 'refused', 'held'));--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_kind" CHECK ("runs"."kind" in ('push', 'roster', 'import'));--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_state" CHECK ("runs"."state" in ('running', 'asking', 'done', 'stopped', 'failed', 'taken back'));--> statement-breakpoint
ALTER TABLE "users" ADD CONSTRAINT "users_role" CHECK ("users"."role" in ('teacher', 'registrar'));