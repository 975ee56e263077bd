ALTER TABLE "jobs" ADD COLUMN "edition" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "cancel" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "jobs_by_index" ON "jobs" USING btree ("index_code","created_at");