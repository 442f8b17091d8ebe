CREATE TABLE "school_heads" (
	"scope_id" text NOT NULL,
	"id" text NOT NULL,
	"changed_by" text NOT NULL,
	"changed_at" timestamp with time zone NOT NULL,
	"act_id" text NOT NULL,
	"address" text NOT NULL,
	"mark" text NOT NULL,
	CONSTRAINT "school_heads_scope_id_id_pk" PRIMARY KEY("scope_id","id")
);
