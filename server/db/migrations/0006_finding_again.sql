CREATE TABLE `kept_search` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`query` varchar(2000) NOT NULL,
	CONSTRAINT `kept_search_id` PRIMARY KEY(`id`),
	CONSTRAINT `kept_search_name` UNIQUE(`site_id`,`person_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `sent_film` (
	`id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	`host` varchar(120) NOT NULL,
	`title` varchar(300) NOT NULL,
	`description` text NOT NULL,
	`language` varchar(35) NOT NULL,
	`captions` varchar(35),
	`audience` varchar(10) NOT NULL,
	`people` longtext NOT NULL,
	`state` varchar(10) NOT NULL,
	`sent` bigint NOT NULL DEFAULT 0,
	`says` varchar(500),
	`page` varchar(2000),
	`player` varchar(2000),
	`person_id` varchar(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sent_film_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shortlist` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `shortlist_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `shortlisted` (
	`shortlist_id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	CONSTRAINT `shortlisted_shortlist_id_asset_id_pk` PRIMARY KEY(`shortlist_id`,`asset_id`)
);
--> statement-breakpoint
ALTER TABLE `asset` ADD `placed_at` datetime(3);--> statement-breakpoint
ALTER TABLE `placard` ADD `keywords` varchar(2000) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `search_row` ADD `placed_at` datetime(3);--> statement-breakpoint
ALTER TABLE `kept_search` ADD CONSTRAINT `kept_search_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sent_film` ADD CONSTRAINT `sent_film_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shortlist` ADD CONSTRAINT `shortlist_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shortlisted` ADD CONSTRAINT `shortlisted_shortlist_id_shortlist_id_fk` FOREIGN KEY (`shortlist_id`) REFERENCES `shortlist`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `shortlisted` ADD CONSTRAINT `shortlisted_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `sent_film_asset` ON `sent_film` (`asset_id`);--> statement-breakpoint
CREATE INDEX `shortlist_site` ON `shortlist` (`site_id`,`name`);--> statement-breakpoint
CREATE INDEX `search_placed` ON `search_row` (`site_id`,`binned`,`placed_at`);--> statement-breakpoint
UPDATE `asset` SET `placed_at` = (SELECT MAX(`page`.`changed_at`) FROM `placement` JOIN `page` ON `page`.`id` = `placement`.`page_id` WHERE `placement`.`asset_id` = `asset`.`id`);--> statement-breakpoint
DELETE FROM `search_row`;
