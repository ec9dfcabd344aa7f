-- The log is a record: entries are added and never changed.
CREATE FUNCTION "log_entries_append_only"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'log_entries is append-only' USING ERRCODE = 'restrict_violation';
END;
$$;
--> statement-breakpoint
CREATE TRIGGER "log_entries_no_change" BEFORE UPDATE OR DELETE ON "log_entries"
  FOR EACH ROW EXECUTE FUNCTION "log_entries_append_only"();
--> statement-breakpoint
CREATE TRIGGER "log_entries_no_truncate" BEFORE TRUNCATE ON "log_entries"
  FOR EACH STATEMENT EXECUTE FUNCTION "log_entries_append_only"();
