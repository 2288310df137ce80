CREATE TABLE "auth"."feed" (
	"id" text PRIMARY KEY NOT NULL,
	"site" text NOT NULL,
	"what" text NOT NULL,
	"of" text,
	"token_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "feed_tokenHash_unique" UNIQUE("token_hash")
);
