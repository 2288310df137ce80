-- "File" is a customer's job and "head" a print head in this trade: the tables are called what they hold.
ALTER TABLE "file" RENAME TO "picture";--> statement-breakpoint
ALTER TABLE "picture" RENAME CONSTRAINT "file_site_hash_pk" TO "picture_site_hash_pk";--> statement-breakpoint
ALTER TABLE "site_head" RENAME TO "ledger_end";
