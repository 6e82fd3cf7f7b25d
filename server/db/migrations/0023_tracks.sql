CREATE TABLE `drawn_sound` (
	`sha256` varchar(64) NOT NULL,
	`state` varchar(10) NOT NULL,
	`key` varchar(200),
	`loudness` longtext,
	`says` varchar(500),
	CONSTRAINT `drawn_sound_sha256` PRIMARY KEY(`sha256`)
);
--> statement-breakpoint
ALTER TABLE `track` ADD `kind` varchar(12) DEFAULT 'captions' NOT NULL;--> statement-breakpoint
ALTER TABLE `track` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `track` ADD `said` longtext;--> statement-breakpoint
ALTER TABLE `track` ADD CONSTRAINT `track_once` UNIQUE(`asset_id`,`kind`,`language`);--> statement-breakpoint
ALTER TABLE `track` DROP INDEX `track_language`;
