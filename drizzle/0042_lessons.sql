CREATE TABLE "learner_steps" (
	"inquiry_id" text NOT NULL,
	"step" integer NOT NULL,
	"begun_at" timestamp with time zone DEFAULT now() NOT NULL,
	"begun_revision" integer NOT NULL,
	"done_at" timestamp with time zone,
	"done_revision" integer,
	"passed_at" timestamp with time zone,
	CONSTRAINT "learner_steps_inquiry_id_step_pk" PRIMARY KEY("inquiry_id","step")
);
--> statement-breakpoint
CREATE TABLE "learners" (
	"inquiry_id" text PRIMARY KEY NOT NULL,
	"lesson_id" text NOT NULL,
	"version" integer NOT NULL,
	"person_id" text NOT NULL,
	"is_named" boolean DEFAULT false NOT NULL,
	"step" integer DEFAULT 0 NOT NULL,
	"begun_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lesson_versions" (
	"lesson_id" text NOT NULL,
	"version" integer NOT NULL,
	"document" jsonb NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "lesson_versions_lesson_id_version_pk" PRIMARY KEY("lesson_id","version")
);
--> statement-breakpoint
CREATE TABLE "lessons" (
	"id" text PRIMARY KEY NOT NULL,
	"author_id" text NOT NULL,
	"inquiry_id" text,
	"title" text NOT NULL,
	"version" integer DEFAULT 0 NOT NULL,
	"key" text,
	"revision" integer DEFAULT 0 NOT NULL,
	"needs" jsonb NOT NULL,
	"start" jsonb NOT NULL,
	"steps" jsonb NOT NULL,
	"end" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "lessons_key_unique" UNIQUE("key")
);
--> statement-breakpoint
ALTER TABLE "inquiries" ADD COLUMN "lesson_id" text;--> statement-breakpoint
ALTER TABLE "learner_steps" ADD CONSTRAINT "learner_steps_inquiry_id_learners_inquiry_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."learners"("inquiry_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "learners" ADD CONSTRAINT "learners_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "learners" ADD CONSTRAINT "learners_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "learners" ADD CONSTRAINT "learners_person_id_people_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson_versions" ADD CONSTRAINT "lesson_versions_lesson_id_lessons_id_fk" FOREIGN KEY ("lesson_id") REFERENCES "public"."lessons"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lessons" ADD CONSTRAINT "lessons_author_id_people_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."people"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lessons" ADD CONSTRAINT "lessons_inquiry_id_inquiries_id_fk" FOREIGN KEY ("inquiry_id") REFERENCES "public"."inquiries"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "learners_of_lesson" ON "learners" USING btree ("lesson_id");--> statement-breakpoint
CREATE UNIQUE INDEX "one_inquiry_a_learner" ON "learners" USING btree ("lesson_id","person_id","version");--> statement-breakpoint
CREATE INDEX "lessons_of_author" ON "lessons" USING btree ("author_id");