CREATE TABLE "agreed" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"type" text NOT NULL,
	"title" text NOT NULL,
	"fields" jsonb NOT NULL,
	CONSTRAINT "agreed_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "assignments" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"name" text NOT NULL,
	"short_name" text NOT NULL,
	"category_id" text,
	"due_on" date,
	"points" numeric(12, 3) NOT NULL,
	"multiplier" numeric(12, 3) NOT NULL,
	"counts" boolean NOT NULL,
	"scored_in" text NOT NULL,
	"visibility" jsonb NOT NULL,
	"released" boolean NOT NULL,
	"hidden" boolean NOT NULL,
	"link_id" text,
	"description" text NOT NULL,
	"standard_ids" jsonb NOT NULL,
	"place" integer NOT NULL,
	"removed" boolean NOT NULL,
	CONSTRAINT "assignments_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "bank_entries" (
	"id" text PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"topic" text NOT NULL,
	"text" text NOT NULL,
	"starred" boolean NOT NULL,
	"place" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "categories" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"name" text NOT NULL,
	"short_name" text NOT NULL,
	"tint" smallint NOT NULL,
	"weight" numeric(12, 3) NOT NULL,
	"basis" text NOT NULL,
	"drop_count" smallint NOT NULL,
	"drop_rule" text NOT NULL,
	"keep_one" boolean NOT NULL,
	"extra_credit" boolean NOT NULL,
	"counts" boolean NOT NULL,
	"active" boolean NOT NULL,
	"defaults" jsonb NOT NULL,
	"place" integer NOT NULL,
	"removed" boolean NOT NULL,
	CONSTRAINT "categories_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "cells" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"points" numeric(12, 3),
	"percent" numeric(12, 3),
	"label" text,
	"level" numeric(12, 3),
	"marks" jsonb NOT NULL,
	"note" text NOT NULL,
	"note_for" text NOT NULL,
	CONSTRAINT "cells_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "course_standards" (
	"course_id" text NOT NULL,
	"standard_id" text NOT NULL,
	CONSTRAINT "course_standards_course_id_standard_id_pk" PRIMARY KEY("course_id","standard_id")
);
--> statement-breakpoint
CREATE TABLE "courses" (
	"id" text PRIMARY KEY NOT NULL,
	"sourced_id" text,
	"title" text NOT NULL,
	"code" text NOT NULL,
	CONSTRAINT "courses_sourced_id_unique" UNIQUE("sourced_id")
);
--> statement-breakpoint
CREATE TABLE "declarations" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"declared" boolean NOT NULL,
	"reason" text NOT NULL,
	CONSTRAINT "declarations_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "declared_grades" (
	"act_id" text NOT NULL,
	"section_id" text NOT NULL,
	"period_id" text NOT NULL,
	"student_id" text NOT NULL,
	"percent" text,
	"label" text,
	"unadjusted" text,
	"overridden" boolean NOT NULL,
	"computed_percent" text,
	"computed_label" text,
	"remark" text NOT NULL,
	CONSTRAINT "declared_grades_act_id_period_id_student_id_pk" PRIMARY KEY("act_id","period_id","student_id")
);
--> statement-breakpoint
CREATE TABLE "enrolments" (
	"id" text PRIMARY KEY NOT NULL,
	"sourced_id" text,
	"section_id" text NOT NULL,
	"student_id" text NOT NULL,
	"first_day" date NOT NULL,
	"last_day" date,
	CONSTRAINT "enrolments_sourced_id_unique" UNIQUE("sourced_id")
);
--> statement-breakpoint
CREATE TABLE "evidence" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"level" numeric(12, 3),
	CONSTRAINT "evidence_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "grading_scales" (
	"home_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"name" text NOT NULL,
	"steps" jsonb NOT NULL,
	"removed" boolean NOT NULL,
	CONSTRAINT "grading_scales_home_id_id_pk" PRIMARY KEY("home_id","id")
);
--> statement-breakpoint
CREATE TABLE "journal" (
	"seq" bigserial NOT NULL,
	"id" text PRIMARY KEY NOT NULL,
	"home_id" text NOT NULL,
	"user_id" text NOT NULL,
	"kind" text NOT NULL,
	"deed_id" text,
	"of_id" text,
	"made_at" timestamp with time zone NOT NULL,
	"taken_at" timestamp with time zone NOT NULL,
	"changes" jsonb NOT NULL,
	"outcomes" jsonb NOT NULL,
	CONSTRAINT "journal_seq_unique" UNIQUE("seq")
);
--> statement-breakpoint
CREATE TABLE "orgs" (
	"id" text PRIMARY KEY NOT NULL,
	"sourced_id" text,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"parent_id" text,
	CONSTRAINT "orgs_sourced_id_unique" UNIQUE("sourced_id")
);
--> statement-breakpoint
CREATE TABLE "overrides" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"percent" numeric(12, 3),
	"label" text,
	"reason" text NOT NULL,
	CONSTRAINT "overrides_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "patterns" (
	"home_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"name" text NOT NULL,
	"assignment" jsonb NOT NULL,
	"removed" boolean NOT NULL,
	CONSTRAINT "patterns_home_id_id_pk" PRIMARY KEY("home_id","id")
);
--> statement-breakpoint
CREATE TABLE "periods" (
	"id" text PRIMARY KEY NOT NULL,
	"sourced_id" text,
	"parent_id" text,
	"kind" text NOT NULL,
	"title" text NOT NULL,
	"first_day" date NOT NULL,
	"last_day" date NOT NULL,
	CONSTRAINT "periods_sourced_id_unique" UNIQUE("sourced_id")
);
--> statement-breakpoint
CREATE TABLE "plans" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"method" text NOT NULL,
	"scale" jsonb NOT NULL,
	"places" smallint NOT NULL,
	"rounding" text NOT NULL,
	"label_from" text NOT NULL,
	"cap" numeric(12, 3),
	"missing_counts_as" numeric(12, 3),
	"incomplete_counts_as" text NOT NULL,
	"low_line" numeric(12, 3) NOT NULL,
	"low_scores_want_note" boolean NOT NULL,
	"default_category_id" text,
	"own" jsonb NOT NULL,
	"parents" jsonb NOT NULL,
	"course_points" jsonb NOT NULL,
	"proficiency" jsonb NOT NULL,
	"families" text NOT NULL,
	CONSTRAINT "plans_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "policies" (
	"home_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"scale_ids" jsonb,
	"term_weights" jsonb,
	"rounding" jsonb,
	"low_line" numeric(12, 3),
	CONSTRAINT "policies_home_id_id_pk" PRIMARY KEY("home_id","id")
);
--> statement-breakpoint
CREATE TABLE "proficiency_scales" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"levels" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rate_limits" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer NOT NULL,
	"expire" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "remarks" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"text" text NOT NULL,
	CONSTRAINT "remarks_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "run_items" (
	"run_id" text NOT NULL,
	"place" integer NOT NULL,
	"type" text NOT NULL,
	"id" text NOT NULL,
	"title" text NOT NULL,
	"step" text NOT NULL,
	"fields" jsonb,
	"state" text NOT NULL,
	"reason" text,
	CONSTRAINT "run_items_run_id_place_pk" PRIMARY KEY("run_id","place")
);
--> statement-breakpoint
CREATE TABLE "runs" (
	"id" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"section_id" text,
	"user_id" text NOT NULL,
	"state" text NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"alive_at" timestamp with time zone NOT NULL,
	"finished_at" timestamp with time zone,
	"summary" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "section_teachers" (
	"section_id" text NOT NULL,
	"user_id" text NOT NULL,
	CONSTRAINT "section_teachers_section_id_user_id_pk" PRIMARY KEY("section_id","user_id")
);
--> statement-breakpoint
CREATE TABLE "sections" (
	"id" text PRIMARY KEY NOT NULL,
	"sourced_id" text,
	"course_id" text NOT NULL,
	"school_id" text NOT NULL,
	"title" text NOT NULL,
	"meets" text NOT NULL,
	"term_ids" jsonb NOT NULL,
	CONSTRAINT "sections_sourced_id_unique" UNIQUE("sourced_id")
);
--> statement-breakpoint
CREATE TABLE "standards" (
	"id" text PRIMARY KEY NOT NULL,
	"parent_id" text,
	"code" text NOT NULL,
	"statement" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "students" (
	"id" text PRIMARY KEY NOT NULL,
	"sourced_id" text,
	"given_name" text NOT NULL,
	"family_name" text NOT NULL,
	"pronouns" text,
	CONSTRAINT "students_sourced_id_unique" UNIQUE("sourced_id")
);
--> statement-breakpoint
CREATE TABLE "users" (
	"id" text PRIMARY KEY NOT NULL,
	"sourced_id" text,
	"role" text NOT NULL,
	"email" text,
	"given_name" text NOT NULL,
	"family_name" text NOT NULL,
	"password_hash" text,
	CONSTRAINT "users_sourced_id_unique" UNIQUE("sourced_id"),
	CONSTRAINT "users_email_unique" UNIQUE("email")
);
--> statement-breakpoint
ALTER TABLE "agreed" ADD CONSTRAINT "agreed_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "categories" ADD CONSTRAINT "categories_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cells" ADD CONSTRAINT "cells_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "course_standards" ADD CONSTRAINT "course_standards_standard_id_standards_id_fk" FOREIGN KEY ("standard_id") REFERENCES "public"."standards"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "declarations" ADD CONSTRAINT "declarations_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolments" ADD CONSTRAINT "enrolments_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolments" ADD CONSTRAINT "enrolments_student_id_students_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "evidence" ADD CONSTRAINT "evidence_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "overrides" ADD CONSTRAINT "overrides_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plans" ADD CONSTRAINT "plans_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remarks" ADD CONSTRAINT "remarks_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_items" ADD CONSTRAINT "run_items_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "section_teachers" ADD CONSTRAINT "section_teachers_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "section_teachers" ADD CONSTRAINT "section_teachers_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sections" ADD CONSTRAINT "sections_course_id_courses_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."courses"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sections" ADD CONSTRAINT "sections_school_id_orgs_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."orgs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "declared_grades_section" ON "declared_grades" USING btree ("section_id","period_id");--> statement-breakpoint
CREATE INDEX "enrolments_section" ON "enrolments" USING btree ("section_id");--> statement-breakpoint
CREATE INDEX "journal_home" ON "journal" USING btree ("home_id","seq");--> statement-breakpoint
CREATE INDEX "journal_deed" ON "journal" USING btree ("deed_id");--> statement-breakpoint
CREATE UNIQUE INDEX "run_items_id" ON "run_items" USING btree ("run_id","id");--> statement-breakpoint
CREATE INDEX "runs_user" ON "runs" USING btree ("user_id","started_at");--> statement-breakpoint
CREATE INDEX "runs_section" ON "runs" USING btree ("section_id");--> statement-breakpoint
CREATE INDEX "section_teachers_user" ON "section_teachers" USING btree ("user_id");