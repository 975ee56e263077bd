ALTER TABLE "outbox" ADD COLUMN "tries" smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "outbox" ADD COLUMN "next_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
CREATE INDEX "outbox_to_be_sent" ON "outbox" USING btree ("next_at") WHERE kind = 'account' and state = 'waiting';