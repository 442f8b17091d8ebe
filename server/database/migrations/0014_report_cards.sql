CREATE TABLE "drifts_left" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"student_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED,
	"period_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED,
	"percent" numeric(12, 3),
	"label" text,
	"reason" text NOT NULL,
	CONSTRAINT "drifts_left_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "card_layouts" (
	"scope_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"paper" text NOT NULL,
	"language" text NOT NULL,
	"blocks" jsonb NOT NULL,
	"remark_lines" integer NOT NULL,
	"address" text NOT NULL,
	"mark" text NOT NULL,
	"signatures" jsonb NOT NULL,
	CONSTRAINT "card_layouts_scope_id_id_pk" PRIMARY KEY("scope_id","id")
);
--> statement-breakpoint
CREATE TABLE "prints" (
	"id" text PRIMARY KEY NOT NULL,
	"user_id" text NOT NULL,
	"request" jsonb NOT NULL,
	"title" text NOT NULL,
	"period" text NOT NULL,
	"state" text NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"missing" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"problem" text,
	"file" "bytea",
	"worker" text,
	"alive_at" timestamp with time zone,
	"asked_at" timestamp with time zone NOT NULL,
	CONSTRAINT "prints_state" CHECK ("prints"."state" in ('waiting', 'running', 'done', 'failed', 'stopped'))
);
--> statement-breakpoint
ALTER TABLE "overrides" ADD COLUMN "incomplete_until" date;--> statement-breakpoint
ALTER TABLE "drifts_left" ADD CONSTRAINT "drifts_left_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drifts_left" ADD CONSTRAINT "drifts_left_student" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drifts_left" ADD CONSTRAINT "drifts_left_period" FOREIGN KEY ("period_id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "prints" ADD CONSTRAINT "prints_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "prints_user" ON "prints" USING btree ("user_id","asked_at");