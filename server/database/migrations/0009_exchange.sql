CREATE TABLE "connections" (
	"id" text PRIMARY KEY NOT NULL,
	"protocol" text NOT NULL,
	"name" text NOT NULL,
	"url" text NOT NULL,
	"client_id" text NOT NULL,
	"secret" text NOT NULL,
	"is_on" boolean DEFAULT true NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"worked_at" timestamp with time zone,
	"failed_at" timestamp with time zone,
	"fault" jsonb,
	CONSTRAINT "connections_protocol" CHECK ("connections"."protocol" in ('oneroster-1.2', 'oneroster-1.1', 'classroom'))
);
--> statement-breakpoint
CREATE TABLE "sync_choices" (
	"section_id" text NOT NULL,
	"direction" text NOT NULL,
	"type" text NOT NULL,
	"thing_id" text DEFAULT '' NOT NULL,
	"title" text NOT NULL,
	"choice" text NOT NULL,
	"user_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "sync_choices_section_id_direction_type_thing_id_pk" PRIMARY KEY("section_id","direction","type","thing_id"),
	CONSTRAINT "sync_choices_direction" CHECK ("sync_choices"."direction" in ('push', 'pull')),
	CONSTRAINT "sync_choices_choice" CHECK ("sync_choices"."choice" in ('mine', 'theirs', 'leave'))
);
--> statement-breakpoint
CREATE TABLE "source_baseline" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"type" text NOT NULL,
	"their_id" text NOT NULL,
	"title" text NOT NULL,
	"link" text DEFAULT '' NOT NULL,
	"fields" jsonb NOT NULL,
	"is_in" boolean NOT NULL,
	CONSTRAINT "source_baseline_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
CREATE TABLE "intakes" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"connection_id" text,
	"their_class_id" text NOT NULL,
	"their_title" text NOT NULL,
	"rules" jsonb NOT NULL,
	"points_change" text NOT NULL,
	"nightly_send" boolean NOT NULL,
	CONSTRAINT "intakes_section_id_id_pk" PRIMARY KEY("section_id","id"),
	CONSTRAINT "intakes_points_change" CHECK ("intakes"."points_change" in ('keep', 'rescale'))
);
--> statement-breakpoint
ALTER TABLE "source_baseline" ADD CONSTRAINT "source_baseline_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "intakes" ADD CONSTRAINT "intakes_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "runs" DROP CONSTRAINT "runs_kind";
--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_kind" CHECK ("runs"."kind" in ('push', 'pull', 'roster', 'import'));
--> statement-breakpoint
ALTER TABLE "runs" DROP CONSTRAINT "runs_state";
--> statement-breakpoint
ALTER TABLE "run_items" DROP CONSTRAINT "run_items_state";
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "connection_id" text;
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "tries" integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "next_at" timestamp with time zone;
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "worker" text;
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "is_nightly" boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "is_partial" boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE "policies" ADD COLUMN "nightly_send" boolean;
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "unsendables" jsonb;
--> statement-breakpoint
ALTER TABLE "run_items" RENAME COLUMN "fields" TO "after";
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "student_id" text;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "assignment_id" text;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "their_id" text;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "link" text;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "here" jsonb;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "there" jsonb;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "base" jsonb;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "differing" jsonb DEFAULT '[]'::jsonb NOT NULL;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "conflicts" jsonb DEFAULT '[]'::jsonb NOT NULL;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "choice" text;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "tries" integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "settled_at" timestamp with time zone;
--> statement-breakpoint
UPDATE "run_items" SET "here" = "after";
--> statement-breakpoint
UPDATE "runs" SET "state" = 'failed', "finished_at" = now(), "outcome" = '{"code":"interrupted"}'::jsonb WHERE "state" = 'running' AND "kind" = 'push';
--> statement-breakpoint
ALTER TABLE "sync_choices" ADD CONSTRAINT "sync_choices_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "sync_choices" ADD CONSTRAINT "sync_choices_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_connection_id_connections_id_fk" FOREIGN KEY ("connection_id") REFERENCES "public"."connections"("id") ON DELETE set null ON UPDATE no action;
--> statement-breakpoint
CREATE UNIQUE INDEX "runs_one_push" ON "runs" USING btree ("section_id") WHERE kind = 'push' and state in ('queued', 'running');
--> statement-breakpoint
CREATE INDEX "runs_to_do" ON "runs" USING btree ("state","alive_at") WHERE state in ('queued', 'running');
--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_state" CHECK ("runs"."state" in ('prepared', 'queued', 'running', 'asking', 'done', 'stopped', 'failed', 'taken back'));
--> statement-breakpoint
ALTER TABLE "run_items" ADD CONSTRAINT "run_items_state" CHECK ("run_items"."state" in ('waiting', 'sent', 'taken', 'refused', 'held', 'left', 'moved'));
--> statement-breakpoint
ALTER TABLE "run_items" ADD CONSTRAINT "run_items_step" CHECK ("run_items"."step" in ('create', 'change', 'remove', 'take', 'held'));
