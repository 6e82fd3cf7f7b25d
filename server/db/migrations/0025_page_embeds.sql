ALTER TABLE `page_row` ADD `embeds` longtext;--> statement-breakpoint
UPDATE `page_row` SET `marks` = `marks` + 1;
