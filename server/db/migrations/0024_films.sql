ALTER TABLE `rendition` ADD `codecs` varchar(60) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `version` ADD `spared` longtext;--> statement-breakpoint
ALTER TABLE `rendition` ADD CONSTRAINT `rendition_file` UNIQUE(`version_id`,`screen`,`width`,`mime`,`codecs`);--> statement-breakpoint
ALTER TABLE `rendition` DROP INDEX `rendition_place`;
