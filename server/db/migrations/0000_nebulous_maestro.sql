CREATE TABLE `account` (
	`id` varchar(36) NOT NULL,
	`account_id` varchar(255) NOT NULL,
	`provider_id` varchar(255) NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` datetime(3),
	`refresh_token_expires_at` datetime(3),
	`scope` text,
	`password` text,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `account_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `rate_limit` (
	`id` varchar(36) NOT NULL,
	`key` varchar(255) NOT NULL,
	`count` int NOT NULL,
	`last_request` bigint NOT NULL,
	CONSTRAINT `rate_limit_id` PRIMARY KEY(`id`),
	CONSTRAINT `rate_limit_key_unique` UNIQUE(`key`)
);
--> statement-breakpoint
CREATE TABLE `session` (
	`id` varchar(36) NOT NULL,
	`token` varchar(255) NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`ip_address` varchar(64),
	`user_agent` text,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `session_id` PRIMARY KEY(`id`),
	CONSTRAINT `session_token_unique` UNIQUE(`token`)
);
--> statement-breakpoint
CREATE TABLE `user` (
	`id` varchar(36) NOT NULL,
	`name` varchar(255) NOT NULL,
	`email` varchar(255) NOT NULL,
	`email_verified` boolean NOT NULL DEFAULT false,
	`image` text,
	`role` varchar(20) NOT NULL DEFAULT 'editor',
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `user_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_email_unique` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE `verification` (
	`id` varchar(36) NOT NULL,
	`identifier` varchar(255) NOT NULL,
	`value` text NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `verification_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `arrival` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`file_name` varchar(255) NOT NULL,
	`bytes` bigint NOT NULL,
	`state` varchar(10) NOT NULL,
	`says` varchar(500),
	`sha256` varchar(64),
	`proposed_title` varchar(300) NOT NULL DEFAULT '',
	`person_id` varchar(36) NOT NULL,
	`arrived_at` datetime(3) NOT NULL,
	CONSTRAINT `arrival_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `asset` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`section_id` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`name` varchar(100) NOT NULL,
	`file_name` varchar(255) NOT NULL,
	`sha256` varchar(64) NOT NULL,
	`prepared` varchar(10) NOT NULL,
	`trouble` varchar(500),
	`person_id` varchar(36) NOT NULL,
	`added_at` datetime(3) NOT NULL,
	CONSTRAINT `asset_id` PRIMARY KEY(`id`),
	CONSTRAINT `asset_name` UNIQUE(`site_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `original` (
	`sha256` varchar(64) NOT NULL,
	`key` varchar(200) NOT NULL,
	`bytes` bigint NOT NULL,
	`facts` longtext NOT NULL,
	`thumbnail` varchar(200),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `original_sha256` PRIMARY KEY(`sha256`)
);
--> statement-breakpoint
CREATE TABLE `placard` (
	`asset_id` varchar(40) NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	`title` varchar(300) NOT NULL,
	`alt` varchar(1000) NOT NULL,
	`decorative` boolean NOT NULL,
	`caption` varchar(2000) NOT NULL,
	`creator` varchar(300) NOT NULL,
	`creator_url` varchar(2000) NOT NULL,
	`source` varchar(300) NOT NULL,
	`source_url` varchar(2000) NOT NULL,
	`licence` varchar(40) NOT NULL,
	CONSTRAINT `placard_asset_id` PRIMARY KEY(`asset_id`)
);
--> statement-breakpoint
CREATE TABLE `rendition` (
	`id` varchar(40) NOT NULL,
	`version_id` varchar(40) NOT NULL,
	`width` int NOT NULL,
	`height` int NOT NULL,
	`mime` varchar(40) NOT NULL,
	`bytes` bigint NOT NULL,
	`key` varchar(200) NOT NULL,
	CONSTRAINT `rendition_id` PRIMARY KEY(`id`),
	CONSTRAINT `rendition_once` UNIQUE(`version_id`,`width`,`mime`)
);
--> statement-breakpoint
CREATE TABLE `section` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`parent_id` varchar(40),
	`title` varchar(120) NOT NULL,
	`slug` varchar(80) NOT NULL,
	`ordinal` int NOT NULL DEFAULT 0,
	CONSTRAINT `section_id` PRIMARY KEY(`id`),
	CONSTRAINT `section_slug` UNIQUE(`site_id`,`parent_id`,`slug`)
);
--> statement-breakpoint
CREATE TABLE `site` (
	`id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`language` varchar(20) NOT NULL,
	`measures` longtext NOT NULL,
	`style` text NOT NULL,
	`heavy_bytes` int NOT NULL,
	`modern_format` varchar(10) NOT NULL,
	CONSTRAINT `site_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `track` (
	`id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	`language` varchar(35) NOT NULL,
	`label` varchar(60) NOT NULL,
	`key` varchar(200) NOT NULL,
	CONSTRAINT `track_id` PRIMARY KEY(`id`),
	CONSTRAINT `track_language` UNIQUE(`asset_id`,`language`)
);
--> statement-breakpoint
CREATE TABLE `version` (
	`id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	`number` int NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `version_id` PRIMARY KEY(`id`),
	CONSTRAINT `version_number` UNIQUE(`asset_id`,`number`)
);
--> statement-breakpoint
CREATE TABLE `host` (
	`site_id` varchar(40) NOT NULL,
	`host` varchar(255) NOT NULL,
	`standing` varchar(12) NOT NULL,
	`note` varchar(500) NOT NULL DEFAULT '',
	CONSTRAINT `host_once` UNIQUE(`site_id`,`host`)
);
--> statement-breakpoint
CREATE TABLE `page` (
	`id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`section_id` varchar(40) NOT NULL,
	`title` varchar(200) NOT NULL,
	`slug` varchar(100) NOT NULL,
	`document` longtext NOT NULL,
	`version` int NOT NULL DEFAULT 1,
	`changed_at` datetime(3) NOT NULL,
	`changed_by` varchar(36) NOT NULL,
	CONSTRAINT `page_id` PRIMARY KEY(`id`),
	CONSTRAINT `page_slug` UNIQUE(`site_id`,`section_id`,`slug`)
);
--> statement-breakpoint
CREATE TABLE `placement` (
	`page_id` varchar(40) NOT NULL,
	`ordinal` int NOT NULL,
	`asset_id` varchar(40),
	`host` varchar(255),
	CONSTRAINT `placement_ordinal` UNIQUE(`page_id`,`ordinal`)
);
--> statement-breakpoint
CREATE TABLE `job` (
	`id` varchar(40) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`subject` varchar(40) NOT NULL,
	`state` varchar(10) NOT NULL,
	`attempts` int NOT NULL DEFAULT 0,
	`lease_until` datetime(3),
	`leased_by` varchar(40),
	`done` int NOT NULL DEFAULT 0,
	`total` int NOT NULL DEFAULT 0,
	`says` varchar(500) NOT NULL DEFAULT '',
	`created_at` datetime(3) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `job_id` PRIMARY KEY(`id`),
	CONSTRAINT `job_once` UNIQUE(`kind`,`subject`)
);
--> statement-breakpoint
ALTER TABLE `account` ADD CONSTRAINT `account_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `session` ADD CONSTRAINT `session_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `arrival` ADD CONSTRAINT `arrival_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `arrival` ADD CONSTRAINT `arrival_sha256_original_sha256_fk` FOREIGN KEY (`sha256`) REFERENCES `original`(`sha256`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `asset` ADD CONSTRAINT `asset_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `asset` ADD CONSTRAINT `asset_section_id_section_id_fk` FOREIGN KEY (`section_id`) REFERENCES `section`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `asset` ADD CONSTRAINT `asset_sha256_original_sha256_fk` FOREIGN KEY (`sha256`) REFERENCES `original`(`sha256`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `placard` ADD CONSTRAINT `placard_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rendition` ADD CONSTRAINT `rendition_version_id_version_id_fk` FOREIGN KEY (`version_id`) REFERENCES `version`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `section` ADD CONSTRAINT `section_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `track` ADD CONSTRAINT `track_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `version` ADD CONSTRAINT `version_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `host` ADD CONSTRAINT `host_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page` ADD CONSTRAINT `page_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `page` ADD CONSTRAINT `page_section_id_section_id_fk` FOREIGN KEY (`section_id`) REFERENCES `section`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `placement` ADD CONSTRAINT `placement_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `placement` ADD CONSTRAINT `placement_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `account_user` ON `account` (`user_id`);--> statement-breakpoint
CREATE INDEX `session_user` ON `session` (`user_id`);--> statement-breakpoint
CREATE INDEX `arrival_site` ON `arrival` (`site_id`,`arrived_at`);--> statement-breakpoint
CREATE INDEX `asset_added` ON `asset` (`site_id`,`added_at`,`id`);--> statement-breakpoint
CREATE INDEX `asset_sha` ON `asset` (`sha256`);--> statement-breakpoint
CREATE INDEX `page_changed` ON `page` (`site_id`,`changed_at`);--> statement-breakpoint
CREATE INDEX `placement_asset` ON `placement` (`asset_id`);--> statement-breakpoint
CREATE INDEX `placement_host` ON `placement` (`host`);--> statement-breakpoint
CREATE INDEX `job_next` ON `job` (`state`,`created_at`);