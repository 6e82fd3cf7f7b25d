ALTER TABLE `arrival` ADD `comp_id` varchar(40);--> statement-breakpoint
ALTER TABLE `arrival` ADD CONSTRAINT `arrival_comp_id_unique` UNIQUE(`comp_id`);--> statement-breakpoint
ALTER TABLE `arrival` ADD CONSTRAINT `arrival_comp_id_asset_id_fk` FOREIGN KEY (`comp_id`) REFERENCES `asset`(`id`) ON DELETE set null ON UPDATE no action;