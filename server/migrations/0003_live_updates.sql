-- What changes is told to every server that listens, and by it to every open screen. A restore tells it once at its end.
CREATE FUNCTION "nelbo_notify"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF coalesce(current_setting('nelbo.restoring', true), '') = 'on' THEN
    RETURN NULL;
  END IF;
  IF TG_TABLE_NAME = 'jobs' THEN
    PERFORM pg_notify('nelbo', json_build_object('kind', 'job', 'id', NEW.id, 'version', NEW.version)::text);
  ELSIF TG_TABLE_NAME = 'log_entries' THEN
    PERFORM pg_notify('nelbo', json_build_object('kind', 'log', 'id', NEW.job_id)::text);
  ELSE
    PERFORM pg_notify('nelbo', json_build_object('kind', 'shop')::text);
  END IF;
  RETURN NULL;
END;
$$;
--> statement-breakpoint
CREATE TRIGGER "jobs_notify" AFTER INSERT OR UPDATE ON "jobs" FOR EACH ROW EXECUTE FUNCTION "nelbo_notify"();
--> statement-breakpoint
CREATE TRIGGER "log_entries_notify" AFTER INSERT ON "log_entries" FOR EACH ROW EXECUTE FUNCTION "nelbo_notify"();
--> statement-breakpoint
CREATE TRIGGER "shop_notify" AFTER INSERT OR UPDATE ON "shop" FOR EACH ROW EXECUTE FUNCTION "nelbo_notify"();
--> statement-breakpoint
-- The log stays append-only; only a restore, which replaces the whole yard in one transaction, may empty it.
CREATE OR REPLACE FUNCTION "log_entries_append_only"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF coalesce(current_setting('nelbo.restoring', true), '') = 'on' THEN
    RETURN OLD;
  END IF;
  RAISE EXCEPTION 'log_entries is append-only' USING ERRCODE = 'restrict_violation';
END;
$$;
