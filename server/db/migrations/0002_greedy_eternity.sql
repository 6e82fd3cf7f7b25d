CREATE TABLE `search_row` (
	`asset_id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`binned` boolean NOT NULL,
	`words` text NOT NULL,
	`title` varchar(300) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`section_id` varchar(40) NOT NULL,
	`shape` varchar(10) NOT NULL,
	`colour` varchar(10) NOT NULL,
	`licence` varchar(40) NOT NULL,
	`visibility` varchar(10) NOT NULL,
	`lacks_alt` boolean NOT NULL,
	`lacks_credit` boolean NOT NULL,
	`lacks_licence` boolean NOT NULL,
	`heavy` boolean NOT NULL,
	`uses` int NOT NULL,
	`bytes` bigint NOT NULL,
	`pixels` bigint NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`added_at` datetime(3) NOT NULL,
	CONSTRAINT `search_row_asset_id` PRIMARY KEY(`asset_id`)
);
--> statement-breakpoint
ALTER TABLE `original` ADD `colour` varchar(10);--> statement-breakpoint
ALTER TABLE `search_row` ADD CONSTRAINT `search_row_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `search_added` ON `search_row` (`site_id`,`binned`,`added_at`,`asset_id`);--> statement-breakpoint
CREATE INDEX `search_title` ON `search_row` (`site_id`,`binned`,`title`);--> statement-breakpoint
CREATE INDEX `search_bytes` ON `search_row` (`site_id`,`binned`,`bytes`);--> statement-breakpoint
CREATE INDEX `search_pixels` ON `search_row` (`site_id`,`binned`,`pixels`);--> statement-breakpoint
CREATE INDEX `search_section` ON `search_row` (`site_id`,`binned`,`section_id`,`added_at`);--> statement-breakpoint
CREATE FULLTEXT INDEX `search_words` ON `search_row` (`words`);
