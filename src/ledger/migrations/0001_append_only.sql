CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the ledger is append-only: % of % is refused; amend by a new entry', TG_OP, TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
END $$;
--> statement-breakpoint
CREATE TRIGGER entry_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON entry FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER settings_version_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON settings_version FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- An entry as its last amendment has it; what was struck out is left out.
CREATE VIEW effective_entry AS
SELECT e.site, e.seq, e.id, e.kind, e.machine, e.routine, e.person,
  coalesce((a.body ->> 'happenedAt')::timestamptz, e.happened_at) AS happened_at,
  coalesce(a.local_day, e.local_day) AS local_day,
  coalesce(a.body -> 'replace', e.body) AS body
FROM entry e
LEFT JOIN LATERAL (
  SELECT x.body, x.local_day FROM entry x
  WHERE x.site = e.site AND x.amends = e.id
  ORDER BY x.happened_at DESC, x.id DESC LIMIT 1
) a ON true
WHERE e.amends IS NULL AND NOT coalesce((a.body ->> 'struck')::boolean, false);
