CREATE TABLE "called_as" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"given_name" text NOT NULL,
	"pronouns" text,
	CONSTRAINT "called_as_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "closings" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"looked_over" boolean NOT NULL,
	"no_exam" boolean NOT NULL,
	CONSTRAINT "closings_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "statements" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"text" text NOT NULL,
	"stands" text NOT NULL,
	CONSTRAINT "statements_section_id_id_pk" PRIMARY KEY("section_id","id"),
	CONSTRAINT "statements_stands" CHECK ("statements"."stands" in ('before', 'after', 'where empty'))
);
--> statement-breakpoint
CREATE TABLE "window_requests" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"asked" boolean NOT NULL,
	"reason" text NOT NULL,
	CONSTRAINT "window_requests_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "bank_stars" (
	"scope_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"starred" boolean NOT NULL,
	CONSTRAINT "bank_stars_scope_id_id_pk" PRIMARY KEY("scope_id","id")
);
--> statement-breakpoint
CREATE TABLE "comment_bank" (
	"scope_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"code" text NOT NULL,
	"topic" text NOT NULL,
	"text" text NOT NULL,
	"suits" jsonb NOT NULL,
	"place" integer NOT NULL,
	"removed" boolean NOT NULL,
	CONSTRAINT "comment_bank_scope_id_id_pk" PRIMARY KEY("scope_id","id")
);
--> statement-breakpoint
CREATE TABLE "reporting_windows" (
	"scope_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"due_on" date,
	"closed" boolean NOT NULL,
	CONSTRAINT "reporting_windows_scope_id_id_pk" PRIMARY KEY("scope_id","id")
);
--> statement-breakpoint
CREATE TABLE "window_grants" (
	"scope_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"granted" boolean NOT NULL,
	"answer" text NOT NULL,
	CONSTRAINT "window_grants_scope_id_id_pk" PRIMARY KEY("scope_id","id")
);
--> statement-breakpoint
ALTER TABLE "called_as" ADD CONSTRAINT "called_as_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "called_as" ADD CONSTRAINT "called_as_student" FOREIGN KEY ("id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "closings" ADD CONSTRAINT "closings_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "closings" ADD CONSTRAINT "closings_period" FOREIGN KEY ("id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "statements" ADD CONSTRAINT "statements_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "statements" ADD CONSTRAINT "statements_period" FOREIGN KEY ("id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "window_requests" ADD CONSTRAINT "window_requests_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "window_requests" ADD CONSTRAINT "window_requests_period" FOREIGN KEY ("id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
INSERT INTO "comment_bank" ("scope_id", "id", "changed_by", "changed_at", "act_id", "code", "topic", "text", "suits", "place", "removed")
SELECT 'district', "id", '', now(), '', "code", "topic", "text",
  '{"percentFrom":null,"percentTo":null,"levelFrom":null,"levelTo":null,"missing":false}'::jsonb, "place", false
FROM "bank_entries";
--> statement-breakpoint
INSERT INTO "bank_stars" ("scope_id", "id", "changed_by", "changed_at", "act_id", "starred")
SELECT "users"."id", "bank_entries"."id", "users"."id", now(), '', true
FROM "users", "bank_entries" WHERE "bank_entries"."starred" AND "users"."role" = 'teacher';
