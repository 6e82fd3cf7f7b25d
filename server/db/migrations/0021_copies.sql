ALTER TABLE `page` ADD `is_copy` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `page_row` ADD `is_copy` boolean DEFAULT false NOT NULL;