CREATE TABLE "releases" (
	"name" text PRIMARY KEY NOT NULL,
	"first_at" timestamp with time zone DEFAULT now() NOT NULL
);
