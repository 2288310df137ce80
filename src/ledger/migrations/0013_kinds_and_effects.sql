CREATE TABLE "set_aside" (
	"site" text NOT NULL,
	"id" uuid NOT NULL,
	"received_at" timestamp with time zone NOT NULL,
	"person" text,
	"device" text,
	"sent" text NOT NULL,
	"reason" text NOT NULL,
	"settled_at" timestamp with time zone,
	"settled_by" text,
	"settled_how" text,
	"settled_why" text,
	CONSTRAINT "set_aside_site_id_pk" PRIMARY KEY("site","id"),
	CONSTRAINT "set_aside_settled_how_check" CHECK (settled_how IN ('noted', 'discarded'))
);
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "effects" jsonb;--> statement-breakpoint
CREATE INDEX "set_aside_site_received_at_index" ON "set_aside" USING btree ("site","received_at") WHERE settled_at is null;--> statement-breakpoint
ALTER TABLE "day_outcome" ADD CONSTRAINT "day_outcome_outcome_check" CHECK (outcome IN ('done', 'missed', 'skipped', 'moved', 'open'));--> statement-breakpoint
ALTER TABLE "found_as" ADD CONSTRAINT "found_as_found_check" CHECK (found IN ('clean', 'some', 'heavy', 'pooling'));--> statement-breakpoint
ALTER TABLE "last_settled" ADD CONSTRAINT "last_settled_outcome_check" CHECK (outcome IN ('done', 'skipped'));--> statement-breakpoint
ALTER TABLE "machine_fact" ADD CONSTRAINT "machine_fact_fact_check" CHECK (fact IN ('busy', 'release', 'active', 'voided'));--> statement-breakpoint
ALTER TABLE "one_off" ADD CONSTRAINT "one_off_outcome_check" CHECK (outcome IN ('done', 'skipped'));--> statement-breakpoint
ALTER TABLE "run" ADD CONSTRAINT "run_status_check" CHECK (status IN ('running', 'stopped', 'ended', 'abandoned'));--> statement-breakpoint
ALTER TABLE "run" ADD CONSTRAINT "run_form_check" CHECK (form IN ('short', 'guided', 'paper'));--> statement-breakpoint
ALTER TABLE "settled_day" ADD CONSTRAINT "settled_day_outcome_check" CHECK (outcome IN ('done', 'skipped'));--> statement-breakpoint
ALTER TABLE "stock_move" ADD CONSTRAINT "stock_move_event_check" CHECK (event IN ('received', 'used', 'counted', 'discarded', 'moved', 'opened', 'last-box', 'kit-opened', 'mixed', 'mixed in'));--> statement-breakpoint
ALTER TABLE "waste_move" ADD CONSTRAINT "waste_move_event_check" CHECK (event IN ('level', 'emptied', 'replaced', 'reset', 'out'));--> statement-breakpoint
ALTER TABLE "door_seen" ADD CONSTRAINT "door_seen_power_check" CHECK (power IN ('on', 'off'));--> statement-breakpoint
ALTER TABLE "door_seen" ADD CONSTRAINT "door_seen_capped_check" CHECK (capped IN ('water', 'concentrate', 'dry'));--> statement-breakpoint
ALTER TABLE "sleep" ADD CONSTRAINT "sleep_regime_check" CHECK (regime IN ('night', 'powered', 'wet', 'solution', 'alive', 'flush', 'drained', 'full', 'head-out'));--> statement-breakpoint
-- An entry as its last amendment has it, with its run, its device and what its routine did.
CREATE OR REPLACE VIEW effective_entry AS
SELECT e.site, e.seq, e.id, e.kind, e.machine, e.routine, e.person,
  coalesce((a.body ->> 'happenedAt')::timestamptz, e.happened_at) AS happened_at,
  coalesce(a.local_day, e.local_day) AS local_day,
  coalesce(a.body -> 'replace', e.body) AS body,
  e.run, e.device, e.effects
FROM entry e
LEFT JOIN LATERAL (
  SELECT x.body, x.local_day FROM entry x
  WHERE x.site = e.site AND x.amends = e.id
  ORDER BY x.happened_at DESC, x.id DESC LIMIT 1
) a ON true
WHERE e.amends IS NULL AND NOT coalesce((a.body ->> 'struck')::boolean, false);
