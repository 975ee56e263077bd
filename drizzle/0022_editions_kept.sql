CREATE TABLE "edition_differences" (
	"from_id" integer NOT NULL,
	"to_id" integer NOT NULL,
	"form" text NOT NULL,
	"difference" json NOT NULL,
	CONSTRAINT "edition_differences_from_id_to_id_pk" PRIMARY KEY("from_id","to_id")
);
--> statement-breakpoint
ALTER TABLE "editions" ADD COLUMN "digest" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "editions" ADD COLUMN "held" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "edition_differences" ADD CONSTRAINT "edition_differences_from_id_editions_id_fk" FOREIGN KEY ("from_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "edition_differences" ADD CONSTRAINT "edition_differences_to_id_editions_id_fk" FOREIGN KEY ("to_id") REFERENCES "public"."editions"("id") ON DELETE cascade ON UPDATE no action;