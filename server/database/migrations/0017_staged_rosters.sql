-- A roster that waited in its former shape is brought again: nothing of it was applied that its journal does not have.
UPDATE "runs" SET "state" = 'failed', "finished_at" = now(), "outcome" = '{"code":"interrupted"}'
  WHERE "state" in ('asking', 'running') AND "id" IN (SELECT "run_id" FROM "run_rosters");--> statement-breakpoint
DELETE FROM "run_rosters";--> statement-breakpoint
CREATE TABLE "run_things" (
	"run_id" text NOT NULL,
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"place" bigint GENERATED ALWAYS AS IDENTITY (sequence name "run_things_place_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"thing" jsonb NOT NULL,
	CONSTRAINT "run_things_run_id_kind_id_pk" PRIMARY KEY("run_id","kind","id"),
	CONSTRAINT "run_things_kind" CHECK ("run_things"."kind" in ('orgs', 'periods', 'courses', 'classes', 'people', 'enrolments'))
);
--> statement-breakpoint
ALTER TABLE "run_rosters" ADD COLUMN "head" jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "run_rosters" ADD COLUMN "working" jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "run_things" ADD CONSTRAINT "run_things_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "run_things_place" ON "run_things" USING btree ("run_id","kind","place");--> statement-breakpoint
ALTER TABLE "run_rosters" DROP COLUMN "packed";