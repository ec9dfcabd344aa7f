ALTER TABLE "job_revisions" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "job_revisions" ADD COLUMN "who" text;--> statement-breakpoint
ALTER TABLE "job_revisions" ADD COLUMN "save_id" uuid;--> statement-breakpoint
CREATE UNIQUE INDEX "job_revisions_save" ON "job_revisions" USING btree ("job_id","save_id");