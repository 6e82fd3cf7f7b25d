CREATE TABLE `swap` (
	`id` varchar(40) NOT NULL,
	`asset_id` varchar(40) NOT NULL,
	`version_before` varchar(40) NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `swap_id` PRIMARY KEY(`id`),
	CONSTRAINT `swap_asset_id_unique` UNIQUE(`asset_id`)
);
--> statement-breakpoint
ALTER TABLE `swap` ADD CONSTRAINT `swap_asset_id_asset_id_fk` FOREIGN KEY (`asset_id`) REFERENCES `asset`(`id`) ON DELETE cascade ON UPDATE no action;