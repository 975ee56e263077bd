CREATE TABLE "record_words" (
	"index_code" text NOT NULL,
	"word" text NOT NULL,
	CONSTRAINT "record_words_index_code_word_pk" PRIMARY KEY("index_code","word")
);
--> statement-breakpoint
ALTER TABLE "record_words" ADD CONSTRAINT "record_words_index_code_subject_indexes_code_fk" FOREIGN KEY ("index_code") REFERENCES "public"."subject_indexes"("code") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
INSERT INTO "record_words" ("index_code", "word")
	SELECT DISTINCT "index_code", unnest(tsvector_to_array("topic") || tsvector_to_array("names")) FROM "records";
