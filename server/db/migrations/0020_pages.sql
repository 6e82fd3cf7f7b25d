CREATE TABLE `page_address` (
	`site_id` varchar(40) NOT NULL,
	`address` varchar(600) NOT NULL,
	`page_id` varchar(40) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `page_address_once` UNIQUE(`site_id`,`address`)
);
--> statement-breakpoint
CREATE TABLE `page_link` (
	`page_id` varchar(40) NOT NULL,
	`target_id` varchar(40) NOT NULL,
	CONSTRAINT `page_link_page_id_target_id_pk` PRIMARY KEY(`page_id`,`target_id`)
);
--> statement-breakpoint
CREATE TABLE `page_version` (
	`page_id` varchar(40) NOT NULL,
	`number` int NOT NULL,
	`title` varchar(200) NOT NULL,
	`body` longblob NOT NULL,
	`at` datetime(3) NOT NULL,
	`by_person` varchar(36) NOT NULL,
	`how` varchar(10) NOT NULL,
	`handed_off_at` datetime(3),
	CONSTRAINT `page_version_page_id_number_pk` PRIMARY KEY(`page_id`,`number`)
);
--> statement-breakpoint
DROP INDEX `page_row_changed` ON `page_row`;--> statement-breakpoint
DROP INDEX `page_row_title` ON `page_row`;--> statement-breakpoint
DROP INDEX `page_row_section` ON `page_row`;--> statement-breakpoint
DROP INDEX `page_row_found` ON `page_row`;--> statement-breakpoint
DROP INDEX `page_row_bytes` ON `page_row`;--> statement-breakpoint
ALTER TABLE `asset` ADD `arrival_id` varchar(40);--> statement-breakpoint
ALTER TABLE `site` ADD `edges` longtext;--> statement-breakpoint
ALTER TABLE `page` ADD `facts` longtext;--> statement-breakpoint
ALTER TABLE `page` ADD `shown` longtext;--> statement-breakpoint
ALTER TABLE `page` ADD `binned_at` datetime(3);--> statement-breakpoint
ALTER TABLE `page_row` ADD `places` longtext;--> statement-breakpoint
ALTER TABLE `page_row` ADD `binned` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `page_address` ADD CONSTRAINT `page_address_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page_address` ADD CONSTRAINT `page_address_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page_link` ADD CONSTRAINT `page_link_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page_version` ADD CONSTRAINT `page_version_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `page_address_page` ON `page_address` (`page_id`);--> statement-breakpoint
CREATE INDEX `page_link_target` ON `page_link` (`target_id`);--> statement-breakpoint
CREATE INDEX `asset_arrival` ON `asset` (`arrival_id`);--> statement-breakpoint
CREATE INDEX `page_row_changed` ON `page_row` (`site_id`,`binned`,`changed_at`,`page_id`);--> statement-breakpoint
CREATE INDEX `page_row_title` ON `page_row` (`site_id`,`binned`,`title`,`page_id`);--> statement-breakpoint
CREATE INDEX `page_row_section` ON `page_row` (`site_id`,`binned`,`section_id`,`changed_at`);--> statement-breakpoint
CREATE INDEX `page_row_found` ON `page_row` (`site_id`,`binned`,`stops`,`warnings`,`placements`);--> statement-breakpoint
CREATE INDEX `page_row_bytes` ON `page_row` (`site_id`,`binned`,`bytes`,`page_id`);--> statement-breakpoint
UPDATE `page_row` SET `marks` = `marks` + 1;
