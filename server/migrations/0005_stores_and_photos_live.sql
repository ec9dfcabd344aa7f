-- Changes of the Stores and new photographs are told like those of jobs.
CREATE OR REPLACE FUNCTION "nelbo_notify"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF coalesce(current_setting('nelbo.restoring', true), '') = 'on' THEN
    RETURN NULL;
  END IF;
  IF TG_TABLE_NAME = 'jobs' THEN
    PERFORM pg_notify('nelbo', json_build_object('kind', 'job', 'id', NEW.id, 'version', NEW.version)::text);
  ELSIF TG_TABLE_NAME = 'log_entries' THEN
    PERFORM pg_notify('nelbo', json_build_object('kind', 'log', 'id', NEW.job_id)::text);
  ELSIF TG_TABLE_NAME = 'photos' THEN
    PERFORM pg_notify('nelbo', json_build_object('kind', 'photos', 'id', NEW.job_id)::text);
  ELSIF TG_TABLE_NAME = 'products' THEN
    PERFORM pg_notify('nelbo', json_build_object('kind', 'stores')::text);
  ELSE
    PERFORM pg_notify('nelbo', json_build_object('kind', 'shop')::text);
  END IF;
  RETURN NULL;
END;
$$;
--> statement-breakpoint
CREATE TRIGGER "products_notify" AFTER INSERT OR UPDATE OR DELETE ON "products" FOR EACH ROW EXECUTE FUNCTION "nelbo_notify"();
--> statement-breakpoint
CREATE TRIGGER "photos_notify" AFTER INSERT ON "photos" FOR EACH ROW EXECUTE FUNCTION "nelbo_notify"();
