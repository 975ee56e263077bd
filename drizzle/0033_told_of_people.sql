-- Servers remember who is signed in and what they are in inquiries; whatever changes that tells them, when it is kept.
CREATE FUNCTION "tell_of_people"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM pg_notify('oakmoss_people', '');
	RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER "told" AFTER UPDATE OR DELETE ON "people" FOR EACH STATEMENT EXECUTE FUNCTION "tell_of_people"();--> statement-breakpoint
CREATE TRIGGER "told" AFTER DELETE ON "sessions" FOR EACH STATEMENT EXECUTE FUNCTION "tell_of_people"();--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "inquiry_people" FOR EACH STATEMENT EXECUTE FUNCTION "tell_of_people"();--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "inquiry_groups" FOR EACH STATEMENT EXECUTE FUNCTION "tell_of_people"();--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "group_people" FOR EACH STATEMENT EXECUTE FUNCTION "tell_of_people"();--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "inquiry_links" FOR EACH STATEMENT EXECUTE FUNCTION "tell_of_people"();
