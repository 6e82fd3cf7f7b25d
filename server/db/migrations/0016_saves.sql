ALTER TABLE `page` ADD `changed_how` varchar(10) DEFAULT 'written' NOT NULL;--> statement-breakpoint
ALTER TABLE `page` ADD `last_save` varchar(40);