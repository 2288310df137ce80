CREATE TABLE "found_as" (
	"site" text NOT NULL,
	"entry_id" uuid NOT NULL,
	"machine" text NOT NULL,
	"routine" text NOT NULL,
	"step" text NOT NULL,
	"found" text NOT NULL,
	"day" date NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "found_as_site_entry_id_pk" PRIMARY KEY("site","entry_id")
);
--> statement-breakpoint
CREATE INDEX "found_as_site_routine_machine_happened_at_index" ON "found_as" USING btree ("site","routine","machine","happened_at");--> statement-breakpoint
INSERT INTO found_as (site, entry_id, machine, routine, step, found, day, happened_at)
SELECT site, id, machine, routine, body ->> 'step', body -> 'result' ->> 'found', local_day, happened_at
FROM effective_entry WHERE kind = 'run' AND body -> 'result' ->> 'found' IS NOT NULL AND machine IS NOT NULL AND routine IS NOT NULL;
