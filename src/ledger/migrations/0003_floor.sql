CREATE TABLE "file" (
	"site" text NOT NULL,
	"hash" text NOT NULL,
	"type" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"added_by" text,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "file_site_hash_pk" PRIMARY KEY("site","hash")
);
--> statement-breakpoint
CREATE TABLE "handover" (
	"site" text NOT NULL,
	"id" uuid NOT NULL,
	"day" date NOT NULL,
	"shift" text NOT NULL,
	"person" text,
	"happened_at" timestamp with time zone NOT NULL,
	"body" jsonb NOT NULL,
	"seen_by" text,
	"seen_at" timestamp with time zone,
	CONSTRAINT "handover_site_id_pk" PRIMARY KEY("site","id")
);
--> statement-breakpoint
CREATE TABLE "one_off" (
	"site" text NOT NULL,
	"id" uuid NOT NULL,
	"machine" text,
	"title" text NOT NULL,
	"day" date NOT NULL,
	"minutes" integer NOT NULL,
	"skill" text,
	"outcome" text,
	"over_day" date,
	"over_by" text,
	"over_at" timestamp with time zone,
	CONSTRAINT "one_off_site_id_pk" PRIMARY KEY("site","id")
);
--> statement-breakpoint
CREATE TABLE "repair" (
	"site" text NOT NULL,
	"id" uuid NOT NULL,
	"machine" text NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"opened_day" date NOT NULL,
	"person" text,
	"body" jsonb NOT NULL,
	"closed_at" timestamp with time zone,
	"closed_day" date,
	"closed_by" text,
	CONSTRAINT "repair_site_id_pk" PRIMARY KEY("site","id")
);
--> statement-breakpoint
CREATE TABLE "roster_change" (
	"site" text NOT NULL,
	"entry_id" uuid NOT NULL,
	"person" text NOT NULL,
	"from_day" date NOT NULL,
	"to_day" date NOT NULL,
	"shifts" jsonb NOT NULL,
	"why" text NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "roster_change_site_entry_id_pk" PRIMARY KEY("site","entry_id")
);
--> statement-breakpoint
CREATE TABLE "run" (
	"site" text NOT NULL,
	"run" uuid NOT NULL,
	"machine" text NOT NULL,
	"routine" text NOT NULL,
	"key" text,
	"form" text NOT NULL,
	"status" text NOT NULL,
	"person" text,
	"device" text,
	"started_at" timestamp with time zone NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	CONSTRAINT "run_site_run_pk" PRIMARY KEY("site","run")
);
--> statement-breakpoint
CREATE TABLE "task" (
	"site" text NOT NULL,
	"key" text NOT NULL,
	"machine" text,
	"routine" text,
	"due" date,
	"person" text,
	"why" text,
	"by" text,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "task_site_key_pk" PRIMARY KEY("site","key")
);
--> statement-breakpoint
CREATE TABLE "auth"."device" (
	"id" text PRIMARY KEY NOT NULL,
	"site" text NOT NULL,
	"name" text NOT NULL,
	"key_hash" text,
	"code_hash" text,
	"code_until" timestamp with time zone,
	"enrolled_by" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"seen_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "device_keyHash_unique" UNIQUE("key_hash"),
	CONSTRAINT "device_codeHash_unique" UNIQUE("code_hash")
);
--> statement-breakpoint
CREATE TABLE "auth"."seal_key" (
	"id" text PRIMARY KEY NOT NULL,
	"public_key" text NOT NULL,
	"private_key" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "auth"."wall" (
	"id" text PRIMARY KEY NOT NULL,
	"site" text NOT NULL,
	"name" text NOT NULL,
	"token_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "wall_tokenHash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "device_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "proof" text;--> statement-breakpoint
CREATE INDEX "handover_site_happened_at_index" ON "handover" USING btree ("site","happened_at");--> statement-breakpoint
CREATE INDEX "one_off_site_day_index" ON "one_off" USING btree ("site","day");--> statement-breakpoint
CREATE INDEX "repair_site_machine_index" ON "repair" USING btree ("site","machine");--> statement-breakpoint
CREATE INDEX "repair_site_opened_at_index" ON "repair" USING btree ("site","opened_at") WHERE closed_at is null;--> statement-breakpoint
CREATE INDEX "roster_change_site_to_day_index" ON "roster_change" USING btree ("site","to_day");--> statement-breakpoint
CREATE INDEX "run_site_day_index" ON "run" USING btree ("site","day");--> statement-breakpoint
CREATE INDEX "run_site_last_at_index" ON "run" USING btree ("site","last_at") WHERE status in ('running', 'stopped');--> statement-breakpoint
CREATE INDEX "task_site_happened_at_index" ON "task" USING btree ("site","happened_at");--> statement-breakpoint
CREATE INDEX "entry_site_run_seq_index" ON "entry" USING btree ("site","run","seq") WHERE run is not null;--> statement-breakpoint
CREATE INDEX "entry_site_of_index" ON "entry" USING btree ("site",(body ->> 'of')) WHERE body ? 'of';--> statement-breakpoint
CREATE INDEX "entry_site_task_index" ON "entry" USING btree ("site",(body ->> 'key')) WHERE kind = 'task';--> statement-breakpoint
CREATE INDEX "entry_notes_index" ON "entry" USING gin ("search") WHERE kind in ('note', 'handover', 'one-off', 'repair') or body ? 'note';