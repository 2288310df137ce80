CREATE TABLE "open_sign" (
	"site" text NOT NULL,
	"id" uuid NOT NULL,
	"machine" text NOT NULL,
	"sign" text NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"seen_day" date NOT NULL,
	"person" text,
	"note" text,
	"over_at" timestamp with time zone,
	"over_by" text,
	"cause" text,
	CONSTRAINT "open_sign_site_id_pk" PRIMARY KEY("site","id")
);
--> statement-breakpoint
ALTER TABLE "one_off" ADD COLUMN "routine" text;--> statement-breakpoint
CREATE INDEX "open_sign_site_machine_index" ON "open_sign" USING btree ("site","machine");--> statement-breakpoint
CREATE INDEX "open_sign_site_sign_over_at_index" ON "open_sign" USING btree ("site","sign","over_at");--> statement-breakpoint
CREATE INDEX "open_sign_site_seen_at_index" ON "open_sign" USING btree ("site","seen_at") WHERE over_at is null;--> statement-breakpoint
INSERT INTO open_sign (site, id, machine, sign, seen_at, seen_day, person, note)
SELECT site, id, machine, body ->> 'sign', happened_at, local_day, person, body ->> 'note'
FROM effective_entry WHERE kind = 'sign' AND machine IS NOT NULL AND NOT body ? 'broughtIn';
