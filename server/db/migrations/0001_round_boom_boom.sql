ALTER TABLE `arrival` ADD `address` varchar(2000);--> statement-breakpoint
ALTER TABLE `arrival` ADD `alike` longtext;--> statement-breakpoint
ALTER TABLE `arrival` ADD `label` longtext;--> statement-breakpoint
ALTER TABLE `asset` ADD `version_id` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `asset` ADD `visibility` varchar(10) NOT NULL;--> statement-breakpoint
ALTER TABLE `asset` ADD `widest` int;--> statement-breakpoint
ALTER TABLE `asset` ADD `binned_at` datetime(3);--> statement-breakpoint
ALTER TABLE `original` ADD `likeness` bigint unsigned;--> statement-breakpoint
ALTER TABLE `placard` ADD `picture_id` varchar(120) NOT NULL;--> statement-breakpoint
ALTER TABLE `placard` ADD `accessed` varchar(10) NOT NULL;--> statement-breakpoint
ALTER TABLE `version` ADD `sha256` varchar(64) NOT NULL;--> statement-breakpoint
UPDATE `asset` JOIN `version` ON `version`.`asset_id` = `asset`.`id` AND `version`.`number` = 1 SET `asset`.`version_id` = `version`.`id`, `asset`.`visibility` = 'public';--> statement-breakpoint
UPDATE `version` JOIN `asset` ON `asset`.`id` = `version`.`asset_id` SET `version`.`sha256` = `asset`.`sha256`;--> statement-breakpoint
ALTER TABLE `version` ADD CONSTRAINT `version_sha256_original_sha256_fk` FOREIGN KEY (`sha256`) REFERENCES `original`(`sha256`) ON DELETE no action ON UPDATE no action;