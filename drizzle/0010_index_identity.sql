ALTER TABLE "subject_indexes" ADD COLUMN "id" serial NOT NULL;--> statement-breakpoint
ALTER TABLE "subject_indexes" ADD CONSTRAINT "subject_indexes_id_unique" UNIQUE("id");