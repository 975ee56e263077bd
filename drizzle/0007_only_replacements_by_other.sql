DROP INDEX "relations_by_other";--> statement-breakpoint
CREATE INDEX "relations_replacing" ON "relations" USING btree ("edition_id","other") WHERE "relations"."kind" = 'replaces';