CREATE TABLE "door_seen" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"day" date NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"person" text,
	"power" text,
	"capped" text,
	"capped_at" timestamp with time zone,
	CONSTRAINT "door_seen_site_machine_day_pk" PRIMARY KEY("site","machine","day")
);
--> statement-breakpoint
CREATE TABLE "season_plan" (
	"site" text NOT NULL,
	"from_day" date NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"person" text,
	"body" jsonb NOT NULL,
	CONSTRAINT "season_plan_site_from_day_pk" PRIMARY KEY("site","from_day")
);
--> statement-breakpoint
CREATE TABLE "sleep" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"entry_id" uuid NOT NULL,
	"down_at" timestamp with time zone NOT NULL,
	"down_day" date NOT NULL,
	"regime" text NOT NULL,
	"routines" jsonb NOT NULL,
	"contents" text,
	"until" date,
	"person" text,
	"up_at" timestamp with time zone,
	"up_day" date,
	"up_entry" uuid,
	CONSTRAINT "sleep_site_machine_entry_id_pk" PRIMARY KEY("site","machine","entry_id")
);
--> statement-breakpoint
CREATE INDEX "sleep_open_index" ON "sleep" USING btree ("site") WHERE up_at IS NULL;--> statement-breakpoint
CREATE INDEX "entry_standby_index" ON "entry" USING btree ("site","kind","machine") WHERE kind in ('sleep', 'door', 'season');