ALTER TABLE "changes" ADD COLUMN "sending" text;--> statement-breakpoint
CREATE UNIQUE INDEX "changes_by_sending" ON "changes" USING btree ("inquiry_id","sending");