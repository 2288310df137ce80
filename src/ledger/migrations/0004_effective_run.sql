-- An entry as its last amendment has it, with its run and the device it was made on.
CREATE OR REPLACE VIEW effective_entry AS
SELECT e.site, e.seq, e.id, e.kind, e.machine, e.routine, e.person,
  coalesce((a.body ->> 'happenedAt')::timestamptz, e.happened_at) AS happened_at,
  coalesce(a.local_day, e.local_day) AS local_day,
  coalesce(a.body -> 'replace', e.body) AS body,
  e.run, e.device
FROM entry e
LEFT JOIN LATERAL (
  SELECT x.body, x.local_day FROM entry x
  WHERE x.site = e.site AND x.amends = e.id
  ORDER BY x.happened_at DESC, x.id DESC LIMIT 1
) a ON true
WHERE e.amends IS NULL AND NOT coalesce((a.body ->> 'struck')::boolean, false);
