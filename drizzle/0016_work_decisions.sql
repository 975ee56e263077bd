CREATE TABLE "work_decisions" (
	"index_code" text NOT NULL,
	"key" text NOT NULL,
	"other_code" text NOT NULL,
	"other_key" text NOT NULL,
	"same" boolean NOT NULL,
	"person_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "work_decisions_index_code_key_other_code_other_key_pk" PRIMARY KEY("index_code","key","other_code","other_key")
);
