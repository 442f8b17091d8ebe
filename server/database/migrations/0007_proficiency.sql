CREATE TABLE "observations" (
	"section_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"student_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED,
	"standard_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED,
	"level" numeric(12, 3),
	"seen_on" date,
	"note" text NOT NULL,
	CONSTRAINT "observations_section_id_id_pk" PRIMARY KEY("section_id","id")
);
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "home_id" text DEFAULT 'district' NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "changed_by" text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "changed_at" timestamp with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "act_id" text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "habit" boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "reported" boolean DEFAULT true NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "weight" numeric(12, 3) DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "withdrawn_on" date;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "place" integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "source" jsonb;
--> statement-breakpoint
ALTER TABLE "standards" ADD COLUMN "removed" boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "home_id" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "changed_by" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "changed_at" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "act_id" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "habit" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "reported" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "weight" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "place" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ALTER COLUMN "removed" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "standards" ADD CONSTRAINT "standards_home" UNIQUE("home_id","id");
--> statement-breakpoint
ALTER TABLE "course_standards" RENAME TO "course_standards_before";
--> statement-breakpoint
CREATE TABLE "course_standards" (
	"home_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"course_id" text GENERATED ALWAYS AS (split_part(id, '/', 1)) STORED,
	"standard_id" text GENERATED ALWAYS AS (split_part(id, '/', 2)) STORED,
	"used" boolean NOT NULL,
	CONSTRAINT "course_standards_home_id_id_pk" PRIMARY KEY("home_id","id")
);
--> statement-breakpoint
INSERT INTO "course_standards" ("home_id", "id", "changed_by", "changed_at", "act_id", "used")
	SELECT 'district', course_id || '/' || standard_id, '', now(), '', true FROM "course_standards_before";
--> statement-breakpoint
DROP TABLE "course_standards_before";
--> statement-breakpoint
ALTER TABLE "course_standards" ADD CONSTRAINT "course_standards_course" FOREIGN KEY ("course_id") REFERENCES "public"."courses"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "course_standards" ADD CONSTRAINT "course_standards_standard" FOREIGN KEY ("standard_id") REFERENCES "public"."standards"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ADD COLUMN "home_id" text DEFAULT 'district' NOT NULL;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ADD COLUMN "changed_by" text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ADD COLUMN "changed_at" timestamp with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ADD COLUMN "act_id" text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ADD COLUMN "halves" boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ADD COLUMN "removed" boolean DEFAULT false NOT NULL;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ALTER COLUMN "home_id" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ALTER COLUMN "changed_by" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ALTER COLUMN "changed_at" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ALTER COLUMN "act_id" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ALTER COLUMN "halves" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ALTER COLUMN "removed" DROP DEFAULT;
--> statement-breakpoint
ALTER TABLE "proficiency_scales" DROP CONSTRAINT "proficiency_scales_pkey";
--> statement-breakpoint
ALTER TABLE "proficiency_scales" ADD CONSTRAINT "proficiency_scales_home_id_id_pk" PRIMARY KEY("home_id","id");
--> statement-breakpoint
ALTER TABLE "policies" ADD COLUMN "level_scale_id" text;
--> statement-breakpoint
ALTER TABLE "policies" ADD COLUMN "habit_scale_id" text;
--> statement-breakpoint
ALTER TABLE "observations" ADD CONSTRAINT "observations_section_id_sections_id_fk" FOREIGN KEY ("section_id") REFERENCES "public"."sections"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "observations" ADD CONSTRAINT "observations_student" FOREIGN KEY ("student_id") REFERENCES "public"."students"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "observations" ADD CONSTRAINT "observations_standard" FOREIGN KEY ("standard_id") REFERENCES "public"."standards"("id") ON DELETE no action ON UPDATE no action;
