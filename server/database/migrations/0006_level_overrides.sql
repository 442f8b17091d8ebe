CREATE TABLE "level_overrides" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"student_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED,
	"standard_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED,
	"period_id" text GENERATED ALWAYS AS (split_part(id, '/', 3)) STORED,
	"level" numeric(12, 3),
	"reason" text NOT NULL,
	CONSTRAINT "level_overrides_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
ALTER TABLE "level_overrides" ADD CONSTRAINT "level_overrides_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_overrides" ADD CONSTRAINT "level_overrides_student" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_overrides" ADD CONSTRAINT "level_overrides_period" FOREIGN KEY ("period_id") REFERENCES "public"."periods"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "level_overrides" ADD CONSTRAINT "level_overrides_standard" FOREIGN KEY ("standard_id") REFERENCES "public"."standards"("id") ON DELETE no action ON UPDATE no action;