CREATE TABLE "collections" (
	"edition_id" integer NOT NULL,
	"position" integer NOT NULL,
	"uri" text NOT NULL,
	"labels" jsonb NOT NULL,
	"members" integer[] NOT NULL,
	CONSTRAINT "collections_edition_id_position_pk" PRIMARY KEY("edition_id","position")
);
--> statement-breakpoint
ALTER TABLE "collections" ADD CONSTRAINT "collections_edition_id_editions_id_fk" FOREIGN KEY ("edition_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;