ALTER TABLE `placard` ADD `organisation` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `track` ADD `bytes` int DEFAULT 0 NOT NULL;