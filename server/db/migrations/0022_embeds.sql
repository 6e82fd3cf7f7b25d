CREATE TABLE `host_file` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`file` longtext NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	`changed_at` datetime(3) NOT NULL,
	`changed_by` varchar(36) NOT NULL,
	CONSTRAINT `host_file_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `oembed_kept` (
	`id` varchar(64) NOT NULL,
	`text` longblob NOT NULL,
	`until_at` datetime(3) NOT NULL,
	CONSTRAINT `oembed_kept_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `outside` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`address` varchar(4096) NOT NULL,
	`kind` varchar(8) NOT NULL,
	`host` varchar(255) NOT NULL,
	`state` varchar(12) NOT NULL DEFAULT 'unseen',
	`says` varchar(500) NOT NULL DEFAULT '',
	`leads_to` varchar(4096) NOT NULL DEFAULT '',
	`failures` int NOT NULL DEFAULT 0,
	`checked_at` datetime(3),
	`next_at` datetime(3) NOT NULL,
	`unused` boolean NOT NULL DEFAULT false,
	CONSTRAINT `outside_id` PRIMARY KEY(`id`),
	CONSTRAINT `outside_once` UNIQUE(`site_id`,`hash`)
);
--> statement-breakpoint
CREATE TABLE `page_outside` (
	`page_id` varchar(40) NOT NULL,
	`outside_id` varchar(40) NOT NULL,
	CONSTRAINT `page_outside_page_id_outside_id_pk` PRIMARY KEY(`page_id`,`outside_id`)
);
--> statement-breakpoint
CREATE TABLE `placed_preview` (
	`id` varchar(64) NOT NULL,
	`block` longblob NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `placed_preview_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `host` ADD `decided_by` varchar(36);--> statement-breakpoint
ALTER TABLE `host` ADD `decided_at` datetime(3);--> statement-breakpoint
ALTER TABLE `host` ADD `asked_by` varchar(36);--> statement-breakpoint
ALTER TABLE `host` ADD `asked_at` datetime(3);--> statement-breakpoint
ALTER TABLE `host` ADD `asked_why` varchar(500) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `host` ADD `needs` longtext;--> statement-breakpoint
ALTER TABLE `host` ADD `provider` longtext;--> statement-breakpoint
ALTER TABLE `host_file` ADD CONSTRAINT `host_file_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `outside` ADD CONSTRAINT `outside_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page_outside` ADD CONSTRAINT `page_outside_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page_outside` ADD CONSTRAINT `page_outside_outside_id_outside_id_fk` FOREIGN KEY (`outside_id`) REFERENCES `outside`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `oembed_kept_until` ON `oembed_kept` (`until_at`);--> statement-breakpoint
CREATE INDEX `outside_next` ON `outside` (`site_id`,`unused`,`next_at`);--> statement-breakpoint
CREATE INDEX `outside_state` ON `outside` (`site_id`,`unused`,`state`);--> statement-breakpoint
CREATE INDEX `page_outside_outside` ON `page_outside` (`outside_id`);--> statement-breakpoint
CREATE INDEX `placed_preview_at` ON `placed_preview` (`at`);--> statement-breakpoint
CREATE INDEX `host_asked` ON `host` (`site_id`,`asked_at`);--> statement-breakpoint
UPDATE `host` SET `decided_at` = UTC_TIMESTAMP(3) WHERE `standing` <> 'unreviewed';--> statement-breakpoint
CREATE TRIGGER `told_host_delete` AFTER DELETE ON `host` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('host', OLD.`host`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_host_file_insert` AFTER INSERT ON `host_file` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('host', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_host_file_update` AFTER UPDATE ON `host_file` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('host', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_host_file_delete` AFTER DELETE ON `host_file` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('host', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_outside_update` AFTER UPDATE ON `outside` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) SELECT 'outside', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state` AND NEW.`checked_at` <=> OLD.`checked_at`);
