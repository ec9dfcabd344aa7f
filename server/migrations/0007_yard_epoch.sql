CREATE TABLE "yard" (
	"id" integer PRIMARY KEY NOT NULL,
	"epoch" uuid DEFAULT gen_random_uuid() NOT NULL
);
--> statement-breakpoint
INSERT INTO "yard" ("id") VALUES (1);
