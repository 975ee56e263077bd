CREATE TABLE "remakings" (
	"name" text PRIMARY KEY NOT NULL
);
--> statement-breakpoint
ALTER TABLE "records" ADD COLUMN "work_marks" text[];--> statement-breakpoint
INSERT INTO "remakings" ("name") SELECT 'works' WHERE EXISTS (SELECT FROM "records");
