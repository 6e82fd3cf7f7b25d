ALTER TABLE `rendition` ADD `label` varchar(16) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `swap` ADD `places` longtext;