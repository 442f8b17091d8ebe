CREATE TABLE "roster_changes" (
	"run_id" text NOT NULL,
	"place" integer NOT NULL,
	"part" text NOT NULL,
	"rows" jsonb NOT NULL,
	CONSTRAINT "roster_changes_run_id_place_pk" PRIMARY KEY("run_id","place")
);
--> statement-breakpoint
CREATE TABLE "run_rosters" (
	"run_id" text PRIMARY KEY NOT NULL,
	"packed" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sessions" (
	"id" text PRIMARY KEY NOT NULL,
	"user_id" text NOT NULL,
	"device" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "journal" ADD COLUMN "sitting" text;--> statement-breakpoint
ALTER TABLE "journal" ADD COLUMN "earlier_ids" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "done" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "total" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "found" jsonb;--> statement-breakpoint
ALTER TABLE "users" ADD COLUMN "enabled" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "roster_changes" ADD CONSTRAINT "roster_changes_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_rosters" ADD CONSTRAINT "run_rosters_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sessions" ADD CONSTRAINT "sessions_user_id_users_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."users"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sessions_user" ON "sessions" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "journal_sitting" ON "journal" USING btree ("sitting");