CREATE TABLE "known_mappings" (
	"set_name" text NOT NULL,
	"subject" text NOT NULL,
	"object" text NOT NULL,
	"relation" text NOT NULL,
	"confidence" real NOT NULL,
	CONSTRAINT "known_mappings_set_name_subject_object_relation_pk" PRIMARY KEY("set_name","subject","object","relation")
);
--> statement-breakpoint
CREATE TABLE "mapping_sets" (
	"name" text PRIMARY KEY NOT NULL,
	"title" text DEFAULT '' NOT NULL,
	"mappings" integer NOT NULL,
	"joined" integer DEFAULT 0 NOT NULL,
	"loaded_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "index_code" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "known_mappings" ADD CONSTRAINT "known_mappings_set_name_mapping_sets_name_fk" FOREIGN KEY ("set_name") REFERENCES "public"."mapping_sets"("name") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "known_mappings_by_subject" ON "known_mappings" USING btree ("subject");--> statement-breakpoint
CREATE INDEX "known_mappings_by_object" ON "known_mappings" USING btree ("object");--> statement-breakpoint
CREATE INDEX "concepts_by_name" ON "concepts" USING btree (lower("name"));--> statement-breakpoint
CREATE INDEX "words_by_text" ON "words" USING btree (lower("text"));