CREATE TABLE "ink_level" (
	"site" text NOT NULL,
	"machine" text NOT NULL,
	"channel" text NOT NULL,
	"percent" double precision NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	CONSTRAINT "ink_level_site_machine_channel_pk" PRIMARY KEY("site","machine","channel")
);
--> statement-breakpoint
CREATE TABLE "purchase" (
	"site" text NOT NULL,
	"id" uuid NOT NULL,
	"supplier" text NOT NULL,
	"placed_at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"person" text,
	"body" jsonb NOT NULL,
	"closed_at" timestamp with time zone,
	"closed_why" text,
	CONSTRAINT "purchase_site_id_pk" PRIMARY KEY("site","id")
);
--> statement-breakpoint
CREATE TABLE "room_hour" (
	"site" text NOT NULL,
	"area" text NOT NULL,
	"hour" timestamp with time zone NOT NULL,
	"celsius" real NOT NULL,
	"humidity" real NOT NULL,
	"readings" integer NOT NULL,
	CONSTRAINT "room_hour_site_area_hour_pk" PRIMARY KEY("site","area","hour")
);
--> statement-breakpoint
CREATE TABLE "room_reading" (
	"site" text NOT NULL,
	"area" text NOT NULL,
	"sensor" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"celsius" real NOT NULL,
	"humidity" real NOT NULL,
	CONSTRAINT "room_reading_site_area_at_sensor_pk" PRIMARY KEY("site","area","at","sensor")
);
--> statement-breakpoint
CREATE TABLE "sensor_now" (
	"site" text NOT NULL,
	"area" text NOT NULL,
	"sensor" text NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"messages" bigint NOT NULL,
	"kept" bigint NOT NULL,
	"refused" bigint NOT NULL,
	"refused_why" text,
	"refused_at" timestamp with time zone,
	CONSTRAINT "sensor_now_site_area_sensor_pk" PRIMARY KEY("site","area","sensor")
);
--> statement-breakpoint
CREATE TABLE "stock_day" (
	"site" text NOT NULL,
	"item" text NOT NULL,
	"day" date NOT NULL,
	"machine" text NOT NULL,
	"event" text NOT NULL,
	"listed" boolean NOT NULL,
	"amount" numeric(16, 3) NOT NULL,
	"moves" integer NOT NULL,
	CONSTRAINT "stock_day_site_item_day_machine_event_listed_pk" PRIMARY KEY("site","item","day","machine","event","listed")
);
--> statement-breakpoint
CREATE TABLE "stock_move" (
	"site" text NOT NULL,
	"entry_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"event" text NOT NULL,
	"item" text NOT NULL,
	"lot" text NOT NULL,
	"place" text NOT NULL,
	"amount" numeric(16, 3) NOT NULL,
	"counted" boolean NOT NULL,
	"expiry" date,
	"machine" text,
	"routine" text,
	"channel" text,
	"person" text,
	"run" uuid,
	"order_id" uuid,
	"supplier" text,
	"delivery" text,
	CONSTRAINT "stock_move_site_entry_id_line_pk" PRIMARY KEY("site","entry_id","line")
);
--> statement-breakpoint
CREATE TABLE "stock_now" (
	"site" text NOT NULL,
	"item" text NOT NULL,
	"lot" text NOT NULL,
	"place" text NOT NULL,
	"amount" numeric(16, 3) NOT NULL,
	"expiry" date,
	"opened_on" date,
	"received_on" date,
	"counted_on" date,
	"last_box_on" date,
	"last_at" timestamp with time zone NOT NULL,
	CONSTRAINT "stock_now_site_item_lot_place_pk" PRIMARY KEY("site","item","lot","place")
);
--> statement-breakpoint
CREATE TABLE "waste_move" (
	"site" text NOT NULL,
	"entry_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"event" text NOT NULL,
	"machine" text,
	"vessel" text,
	"ml" double precision,
	"percent" double precision,
	"before_ml" double precision,
	"container" text,
	"moved_ml" double precision,
	"person" text,
	"body" jsonb NOT NULL,
	CONSTRAINT "waste_move_site_entry_id_pk" PRIMARY KEY("site","entry_id")
);
--> statement-breakpoint
CREATE INDEX "purchase_site_placed_at_index" ON "purchase" USING btree ("site","placed_at");--> statement-breakpoint
CREATE INDEX "room_reading_strange_index" ON "room_reading" USING btree ("site","area","at") WHERE humidity not between 2 and 99 or celsius not between -10 and 60;--> statement-breakpoint
CREATE INDEX "stock_day_site_day_item_listed_event_amount_index" ON "stock_day" USING btree ("site","day","item","listed","event","amount");--> statement-breakpoint
CREATE INDEX "stock_move_site_item_lot_place_happened_at_index" ON "stock_move" USING btree ("site","item","lot","place","happened_at");--> statement-breakpoint
CREATE INDEX "stock_move_site_item_happened_at_entry_id_index" ON "stock_move" USING btree ("site","item","happened_at","entry_id");--> statement-breakpoint
CREATE INDEX "stock_move_site_item_day_index" ON "stock_move" USING btree ("site","item","day");--> statement-breakpoint
CREATE INDEX "stock_move_site_order_id_index" ON "stock_move" USING btree ("site","order_id") WHERE order_id is not null;--> statement-breakpoint
CREATE INDEX "stock_move_site_delivery_index" ON "stock_move" USING btree ("site","delivery") WHERE delivery is not null;--> statement-breakpoint
CREATE INDEX "stock_move_site_machine_channel_index" ON "stock_move" USING btree ("site","machine","channel") WHERE channel is not null;--> statement-breakpoint
CREATE INDEX "waste_move_site_machine_happened_at_index" ON "waste_move" USING btree ("site","machine","happened_at");--> statement-breakpoint
CREATE INDEX "waste_move_site_container_happened_at_index" ON "waste_move" USING btree ("site","container","happened_at") WHERE container is not null;