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
	CONSTRAINT "connections_protocol" CHECK ("connections"."protocol" in ('oneroster-1.2', 'oneroster-1.1'))
);
--> statement-breakpoint
CREATE TABLE "sync_choices" (
	"section_id" text NOT NULL,
	"type" text NOT NULL,
	"thing_id" text DEFAULT '' NOT NULL,
	"title" text NOT NULL,
	"choice" text NOT NULL,
	"user_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "sync_choices_section_id_type_thing_id_pk" PRIMARY KEY("section_id","type","thing_id"),
	CONSTRAINT "sync_choices_choice" CHECK ("sync_choices"."choice" in ('mine', 'theirs', 'leave'))
);
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
ALTER TABLE "runs" ADD COLUMN "unsendables" jsonb;
--> statement-breakpoint
ALTER TABLE "run_items" RENAME COLUMN "fields" TO "after";
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "student_id" text;
--> statement-breakpoint
ALTER TABLE "run_items" ADD COLUMN "assignment_id" text;
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
