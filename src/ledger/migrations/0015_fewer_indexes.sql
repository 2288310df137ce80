DROP INDEX "entry_nozzles_index";--> statement-breakpoint
DROP INDEX "entry_standby_index";