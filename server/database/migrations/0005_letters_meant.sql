ALTER TABLE "assignments" DROP CONSTRAINT "assignments_scored_in";--> statement-breakpoint
ALTER TABLE "cells" ADD COLUMN "meant" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "assignments" ADD CONSTRAINT "assignments_scored_in" CHECK ("assignments"."scored_in" in ('points', 'letters', 'levels'));