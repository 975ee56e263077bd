CREATE TABLE "record_postings" (
	"index_code" text NOT NULL,
	"bucket" smallint NOT NULL,
	"block" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "record_postings_index_code_bucket_block_pk" PRIMARY KEY("index_code","bucket","block")
);
--> statement-breakpoint
ALTER TABLE "record_postings" ADD CONSTRAINT "record_postings_index_code_subject_indexes_code_fk" FOREIGN KEY ("index_code") REFERENCES "public"."subject_indexes"("code") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
-- The bytes are short already.
ALTER TABLE "record_postings" ALTER COLUMN "bytes" SET STORAGE EXTERNAL;
