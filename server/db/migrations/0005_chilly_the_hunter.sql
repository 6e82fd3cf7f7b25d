DROP INDEX `job_next` ON `job`;--> statement-breakpoint
ALTER TABLE `job` ADD `rank` int DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX `job_next` ON `job` (`state`,`rank`,`created_at`);