CREATE TABLE `former_name` (
	`site_id` varchar(40) NOT NULL,
	`name` varchar(100) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	CONSTRAINT `former_name_site_id_name_pk` PRIMARY KEY(`site_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `batch` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`sheet_name` varchar(120) NOT NULL,
	`sheet` longtext NOT NULL,
	`state` varchar(10) NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`started_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `batch_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `batch_item` (
	`id` varchar(40) NOT NULL,
	`batch_id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	`ordinal` int NOT NULL,
	`state` varchar(10) NOT NULL,
	`says` varchar(500),
	`version_id` varchar(40),
	`bytes_before` bigint,
	`bytes_after` bigint,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `batch_item_id` PRIMARY KEY(`id`),
	CONSTRAINT `batch_item_once` UNIQUE(`batch_id`,`asset_id`)
);
--> statement-breakpoint
CREATE TABLE `prep_sheet` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`sheet` longtext NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	`person_id` varchar(36) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `prep_sheet_id` PRIMARY KEY(`id`),
	CONSTRAINT `prep_sheet_name` UNIQUE(`site_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `asset` ADD `next_version_id` varchar(40);--> statement-breakpoint
ALTER TABLE `rendition` ADD `screen` varchar(6) DEFAULT 'wide' NOT NULL;--> statement-breakpoint
ALTER TABLE `rendition` ADD `quality` int;--> statement-breakpoint
ALTER TABLE `rendition` ADD `likeness` double;--> statement-breakpoint
ALTER TABLE `section` ADD `sheet_id` varchar(40);--> statement-breakpoint
ALTER TABLE `version` ADD `preparation` longtext NOT NULL;--> statement-breakpoint
ALTER TABLE `version` ADD `width` int NOT NULL;--> statement-breakpoint
ALTER TABLE `version` ADD `height` int NOT NULL;--> statement-breakpoint
ALTER TABLE `version` ADD `thumbnail` varchar(200);--> statement-breakpoint
ALTER TABLE `version` ADD `person_id` varchar(36);--> statement-breakpoint
ALTER TABLE `placement` ADD `version_id` varchar(40);--> statement-breakpoint
ALTER TABLE `rendition` ADD CONSTRAINT `rendition_place` UNIQUE(`version_id`,`screen`,`width`,`mime`);--> statement-breakpoint
ALTER TABLE `rendition` DROP INDEX `rendition_once`;--> statement-breakpoint
ALTER TABLE `former_name` ADD CONSTRAINT `former_name_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `former_name` ADD CONSTRAINT `former_name_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_item` ADD CONSTRAINT `batch_item_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_item` ADD CONSTRAINT `batch_item_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `prep_sheet` ADD CONSTRAINT `prep_sheet_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `batch_started` ON `batch` (`site_id`,`started_at`);--> statement-breakpoint
CREATE INDEX `batch_item_state` ON `batch_item` (`batch_id`,`state`);--> statement-breakpoint
UPDATE `version` JOIN `original` ON `original`.`sha256` = `version`.`sha256` SET `version`.`preparation` = '{"edits":[],"focal":null,"narrow":null,"output":{"modern":null,"quality":{"way":"usual"}}}', `version`.`width` = JSON_VALUE(`original`.`facts`, '$.width'), `version`.`height` = JSON_VALUE(`original`.`facts`, '$.height');