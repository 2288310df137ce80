CREATE SCHEMA "auth";
--> statement-breakpoint
CREATE TABLE "counter_reading" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"counter" text NOT NULL,
	"day" date NOT NULL,
	"value" double precision NOT NULL,
	"reset" boolean NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "counter_reading_site_machine_counter_day_pk" PRIMARY KEY("site","machine","counter","day")
);
--> statement-breakpoint
CREATE TABLE "day_outcome" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"day" date NOT NULL,
	"key" text NOT NULL,
	"routine" text NOT NULL,
	"due" date NOT NULL,
	"beat" text,
	"outcome" text NOT NULL,
	CONSTRAINT "day_outcome_site_machine_day_key_pk" PRIMARY KEY("site","machine","day","key")
);
--> statement-breakpoint
CREATE TABLE "entry" (
	"site" text NOT NULL,
	"seq" bigint NOT NULL,
	"id" uuid NOT NULL,
	"kind" text NOT NULL,
	"machine" text,
	"routine" text,
	"run" uuid,
	"step" text,
	"person" text,
	"device" text,
	"happened_at" timestamp with time zone NOT NULL,
	"recorded_at" timestamp with time zone DEFAULT now() NOT NULL,
	"local_day" date NOT NULL,
	"schema_version" smallint DEFAULT 1 NOT NULL,
	"amends" uuid,
	"body" jsonb NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"search" "tsvector" GENERATED ALWAYS AS (to_tsvector('simple', words)) STORED,
	CONSTRAINT "entry_site_seq_pk" PRIMARY KEY("site","seq")
);
--> statement-breakpoint
CREATE TABLE "last_settled" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"routine" text NOT NULL,
	"day" date NOT NULL,
	"outcome" text NOT NULL,
	CONSTRAINT "last_settled_site_machine_routine_pk" PRIMARY KEY("site","machine","routine")
);
--> statement-breakpoint
CREATE TABLE "latest_check" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"channel" text NOT NULL,
	"missing" integer NOT NULL,
	"weak" integer NOT NULL,
	"deflected" integer NOT NULL,
	"neighbours" boolean NOT NULL,
	"unread" boolean NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"local_day" date NOT NULL,
	CONSTRAINT "latest_check_site_machine_channel_pk" PRIMARY KEY("site","machine","channel")
);
--> statement-breakpoint
CREATE TABLE "machine_fact" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"fact" text NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"person" text,
	"body" jsonb NOT NULL,
	CONSTRAINT "machine_fact_site_machine_fact_pk" PRIMARY KEY("site","machine","fact")
);
--> statement-breakpoint
CREATE TABLE "occurrence_move" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"routine" text NOT NULL,
	"due" date NOT NULL,
	"to_day" date NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "occurrence_move_site_machine_routine_due_pk" PRIMARY KEY("site","machine","routine","due")
);
--> statement-breakpoint
CREATE TABLE "print_day_change" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"day" date NOT NULL,
	"prints" boolean NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "print_day_change_site_machine_day_pk" PRIMARY KEY("site","machine","day")
);
--> statement-breakpoint
CREATE TABLE "report" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"kind" text NOT NULL,
	"what" text NOT NULL,
	"day" date NOT NULL,
	"entry_id" uuid NOT NULL,
	CONSTRAINT "report_site_machine_kind_entry_id_pk" PRIMARY KEY("site","machine","kind","entry_id")
);
--> statement-breakpoint
CREATE TABLE "settings_version" (
	"site" text NOT NULL,
	"subject" text NOT NULL,
	"id" text NOT NULL,
	"version" integer NOT NULL,
	"place" integer DEFAULT 0 NOT NULL,
	"archived" boolean DEFAULT false NOT NULL,
	"body" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "settings_version_site_subject_id_version_pk" PRIMARY KEY("site","subject","id","version")
);
--> statement-breakpoint
CREATE TABLE "settled_day" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"routine" text NOT NULL,
	"day" date NOT NULL,
	"outcome" text NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "settled_day_site_machine_routine_day_pk" PRIMARY KEY("site","machine","routine","day")
);
--> statement-breakpoint
CREATE TABLE "site_head" (
	"site" text PRIMARY KEY NOT NULL,
	"seq" bigint DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "auth"."account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "auth"."session" (
	"id" text PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"user_id" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "auth"."sign_in_failure" (
	"subject" text PRIMARY KEY NOT NULL,
	"failures" integer NOT NULL,
	"since" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "auth"."user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"site" text NOT NULL,
	"person_id" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "auth"."verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "auth"."account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "auth"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "auth"."session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "auth"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "day_outcome_site_day_index" ON "day_outcome" USING btree ("site","day");--> statement-breakpoint
CREATE UNIQUE INDEX "entry_site_id_index" ON "entry" USING btree ("site","id");--> statement-breakpoint
CREATE INDEX "entry_site_amends_index" ON "entry" USING btree ("site","amends") WHERE amends is not null;--> statement-breakpoint
CREATE INDEX "entry_site_machine_seq_index" ON "entry" USING btree ("site","machine","seq");--> statement-breakpoint
CREATE INDEX "entry_site_kind_seq_index" ON "entry" USING btree ("site","kind","seq");--> statement-breakpoint
CREATE INDEX "entry_site_person_seq_index" ON "entry" USING btree ("site","person","seq");--> statement-breakpoint
CREATE INDEX "entry_site_local_day_seq_index" ON "entry" USING btree ("site","local_day","seq");--> statement-breakpoint
CREATE INDEX "entry_site_machine_happened_at_index" ON "entry" USING btree ("site","machine","happened_at");--> statement-breakpoint
CREATE INDEX "entry_search_index" ON "entry" USING gin ("search");--> statement-breakpoint
CREATE INDEX "settled_day_site_day_index" ON "settled_day" USING btree ("site","day");--> statement-breakpoint
CREATE INDEX "account_user_id_index" ON "auth"."account" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "session_user_id_index" ON "auth"."session" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "user_site_person_id_index" ON "auth"."user" USING btree ("site","person_id");