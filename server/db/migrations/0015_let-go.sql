CREATE TABLE `let_go` (
	`id` varchar(40) NOT NULL,
	`page_id` varchar(40) NOT NULL,
	`rule` varchar(40) NOT NULL,
	`place` varchar(40) NOT NULL DEFAULT '',
	`says` varchar(1000) NOT NULL,
	`reason` varchar(500) NOT NULL,
	`person_id` varchar(36) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `let_go_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `let_go` ADD CONSTRAINT `let_go_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `let_go_page` ON `let_go` (`page_id`);