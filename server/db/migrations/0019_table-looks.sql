CREATE TABLE `table_look` (
	`person_id` varchar(36) NOT NULL,
	`name` varchar(40) NOT NULL,
	`look` longtext NOT NULL,
	CONSTRAINT `table_look_person_id_name_pk` PRIMARY KEY(`person_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `table_look` ADD CONSTRAINT `table_look_person_id_user_id_fk` FOREIGN KEY (`person_id`) REFERENCES `user`(`id`) ON DELETE cascade ON UPDATE no action;