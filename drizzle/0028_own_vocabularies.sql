ALTER TABLE "editions" ADD COLUMN "by_hand" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "editions" ADD COLUMN "overtaken_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "subject_indexes" ADD COLUMN "own" boolean DEFAULT false NOT NULL;