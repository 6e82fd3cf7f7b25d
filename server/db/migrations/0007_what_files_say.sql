ALTER TABLE `original` ADD `work_key` varchar(200);--> statement-breakpoint
ALTER TABLE `original` ADD `embedded` longtext;