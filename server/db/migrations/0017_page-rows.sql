CREATE TABLE `page_row` (
	`page_id` varchar(40) NOT NULL,
	`site_id` varchar(40) NOT NULL,
	`section_id` varchar(40) NOT NULL,
	`title` varchar(200) NOT NULL,
	`slug` varchar(100) NOT NULL,
	`version` int NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	`changed_by` varchar(36) NOT NULL,
	`placements` int NOT NULL,
	`stops` int NOT NULL,
	`warnings` int NOT NULL,
	`bytes` bigint NOT NULL,
	`lead` varchar(255),
	`changes_on` varchar(10) NOT NULL,
	`marks` int NOT NULL DEFAULT 0,
	CONSTRAINT `page_row_page_id` PRIMARY KEY(`page_id`)
);
--> statement-breakpoint
ALTER TABLE `page_row` ADD CONSTRAINT `page_row_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `page_row_changed` ON `page_row` (`site_id`,`changed_at`,`page_id`);--> statement-breakpoint
CREATE INDEX `page_row_title` ON `page_row` (`site_id`,`title`,`page_id`);--> statement-breakpoint
CREATE INDEX `page_row_section` ON `page_row` (`site_id`,`section_id`,`changed_at`);--> statement-breakpoint
CREATE INDEX `page_row_found` ON `page_row` (`site_id`,`stops`,`warnings`,`placements`);--> statement-breakpoint
CREATE INDEX `page_row_bytes` ON `page_row` (`site_id`,`bytes`,`page_id`);--> statement-breakpoint
CREATE INDEX `page_row_marks` ON `page_row` (`site_id`,`marks`);--> statement-breakpoint
CREATE INDEX `page_row_due` ON `page_row` (`site_id`,`changes_on`);--> statement-breakpoint
UPDATE `page` SET `document` = JSON_SET(`document`, '$.format', 1);