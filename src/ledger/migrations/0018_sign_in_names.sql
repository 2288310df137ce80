CREATE TABLE "auth"."sign_in_try" (
	"subject" text PRIMARY KEY NOT NULL,
	"tries" integer NOT NULL,
	"tried_at" timestamp with time zone NOT NULL,
	"free_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "auth"."user" ADD COLUMN "sign_in_name" text;--> statement-breakpoint
-- Whoever has a name of their own goes on signing in by it.
UPDATE "auth"."user" u SET sign_in_name = k.name FROM (
	SELECT id, name, count(*) OVER (PARTITION BY name) AS same FROM (
		SELECT id, lower(regexp_replace(btrim(normalize(name, NFKC)), '\s+', ' ', 'g')) AS name FROM "auth"."user"
	) n
) k WHERE k.id = u.id AND k.same = 1 AND k.name <> '';--> statement-breakpoint
-- The others, who could sign in by their id only, go on by that.
DO $$
DECLARE r record; wanted text; number int;
BEGIN
	FOR r IN SELECT id, lower(person_id) AS person FROM "auth"."user" WHERE sign_in_name IS NULL ORDER BY created_at, id LOOP
		wanted := r.person;
		number := 1;
		WHILE EXISTS (SELECT 1 FROM "auth"."user" WHERE sign_in_name = wanted) LOOP
			number := number + 1;
			wanted := r.person || ' ' || number;
		END LOOP;
		UPDATE "auth"."user" SET sign_in_name = wanted WHERE id = r.id;
	END LOOP;
END $$;--> statement-breakpoint
ALTER TABLE "auth"."user" ALTER COLUMN "sign_in_name" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "auth"."user" ADD CONSTRAINT "user_signInName_unique" UNIQUE("sign_in_name");
