CREATE TABLE "projections_made" (
	"mark" text PRIMARY KEY NOT NULL
);
