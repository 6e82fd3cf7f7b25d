-- What assets are found by is gathered anew when the server starts.
DELETE FROM `search_row`;--> statement-breakpoint
CREATE TABLE `evidence` (
	`id` varchar(40) NOT NULL,
	`permission_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`name` varchar(255) NOT NULL,
	`address` varchar(2000) NOT NULL,
	`sha256` varchar(64) NOT NULL,
	`key` varchar(200) NOT NULL,
	`bytes` int NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `evidence_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `label_change` (
	`id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	`group_id` varchar(40) NOT NULL,
	`source` varchar(12) NOT NULL,
	`version` int NOT NULL,
	`before` longtext NOT NULL,
	`after` longtext NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `label_change_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `label_sheet` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`file_name` varchar(255) NOT NULL,
	`state` varchar(10) NOT NULL,
	`rows` int NOT NULL DEFAULT 0,
	`same` int NOT NULL DEFAULT 0,
	`says` varchar(500) NOT NULL DEFAULT '',
	`newer` varchar(10) NOT NULL DEFAULT 'leave',
	`person_id` varchar(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `label_sheet_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `label_sheet_row` (
	`sheet_id` varchar(40) NOT NULL,
	`line` int NOT NULL,
	`asset_id` varchar(40),
	`title` varchar(300) NOT NULL,
	`version` int NOT NULL,
	`before` longtext NOT NULL,
	`after` longtext NOT NULL,
	`newer` longtext NOT NULL,
	`trouble` varchar(500) NOT NULL,
	CONSTRAINT `label_sheet_row_sheet_id_line_pk` PRIMARY KEY(`sheet_id`,`line`)
);
--> statement-breakpoint
CREATE TABLE `own_terms` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`short` varchar(80) NOT NULL,
	`deed` varchar(2000) NOT NULL,
	`permits` longtext NOT NULL,
	`requires` longtext NOT NULL,
	`prohibits` longtext NOT NULL,
	`source` varchar(500) NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `own_terms_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `permission` (
	`id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`giver` varchar(300) NOT NULL,
	`given_on` varchar(10) NOT NULL,
	`until` varchar(10) NOT NULL,
	`commercial` boolean NOT NULL,
	`changes` boolean NOT NULL,
	`note` text NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`added_at` datetime(3) NOT NULL,
	`state` varchar(10) NOT NULL,
	`checked_by` varchar(36),
	`checked_at` datetime(3),
	`says` varchar(1000) NOT NULL DEFAULT '',
	CONSTRAINT `permission_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `placard` ADD `description` text DEFAULT ('') NOT NULL;--> statement-breakpoint
ALTER TABLE `placard` ADD `copyright` varchar(300) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `placard` ADD `shown_from` varchar(10) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `placard` ADD `shown_until` varchar(10) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `placard` ADD `territory` varchar(1000) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `placard` ADD `impressions` varchar(12) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `placard` ADD `restrictions` text DEFAULT ('') NOT NULL;--> statement-breakpoint
ALTER TABLE `site` ADD `policy` longtext;--> statement-breakpoint
ALTER TABLE `search_row` ADD `verdict` varchar(10) NOT NULL;--> statement-breakpoint
ALTER TABLE `search_row` ADD `shown_until` varchar(10) NOT NULL;--> statement-breakpoint
ALTER TABLE `evidence` ADD CONSTRAINT `evidence_permission_id_permission_id_fk` FOREIGN KEY (`permission_id`) REFERENCES `permission`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `label_change` ADD CONSTRAINT `label_change_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `label_sheet` ADD CONSTRAINT `label_sheet_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `label_sheet_row` ADD CONSTRAINT `label_sheet_row_sheet_id_label_sheet_id_fk` FOREIGN KEY (`sheet_id`) REFERENCES `label_sheet`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `own_terms` ADD CONSTRAINT `own_terms_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `permission` ADD CONSTRAINT `permission_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `evidence_permission` ON `evidence` (`permission_id`);--> statement-breakpoint
CREATE INDEX `label_change_asset` ON `label_change` (`asset_id`,`version`);--> statement-breakpoint
CREATE INDEX `label_change_group` ON `label_change` (`group_id`);--> statement-breakpoint
CREATE INDEX `permission_asset` ON `permission` (`asset_id`,`added_at`);--> statement-breakpoint
CREATE INDEX `permission_state` ON `permission` (`state`,`added_at`);--> statement-breakpoint
CREATE INDEX `search_until` ON `search_row` (`site_id`,`binned`,`shown_until`);