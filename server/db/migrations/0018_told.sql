CREATE TABLE `told` (
	`id` bigint AUTO_INCREMENT NOT NULL,
	`kind` varchar(20) NOT NULL,
	`subject` varchar(255) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `told_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `told_at` ON `told` (`at`);--> statement-breakpoint
CREATE TRIGGER `told_arrival_insert` AFTER INSERT ON `arrival` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('arrival', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_arrival_update` AFTER UPDATE ON `arrival` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) SELECT 'arrival', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `told_arrival_delete` AFTER DELETE ON `arrival` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('arrival', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_asset_insert` AFTER INSERT ON `asset` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_asset_update` AFTER UPDATE ON `asset` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_asset_delete` AFTER DELETE ON `asset` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_placard_update` AFTER UPDATE ON `placard` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_version_insert` AFTER INSERT ON `version` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_track_insert` AFTER INSERT ON `track` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_track_update` AFTER UPDATE ON `track` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_track_delete` AFTER DELETE ON `track` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_swap_insert` AFTER INSERT ON `swap` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_swap_update` AFTER UPDATE ON `swap` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_swap_delete` AFTER DELETE ON `swap` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('asset', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_page_insert` AFTER INSERT ON `page` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('page', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_page_update` AFTER UPDATE ON `page` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('page', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_page_delete` AFTER DELETE ON `page` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('page', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_page_row_update` AFTER UPDATE ON `page_row` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) SELECT 'page', NEW.`page_id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`stops` <=> OLD.`stops` AND NEW.`warnings` <=> OLD.`warnings` AND NEW.`bytes` <=> OLD.`bytes` AND NEW.`lead` <=> OLD.`lead`) OR (OLD.`marks` = 0 AND NEW.`marks` > 0);--> statement-breakpoint
CREATE TRIGGER `told_let_go_insert` AFTER INSERT ON `let_go` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('page', NEW.`page_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_let_go_delete` AFTER DELETE ON `let_go` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('page', OLD.`page_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_host_insert` AFTER INSERT ON `host` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('host', NEW.`host`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_host_update` AFTER UPDATE ON `host` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('host', NEW.`host`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_sent_film_insert` AFTER INSERT ON `sent_film` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('film', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_sent_film_update` AFTER UPDATE ON `sent_film` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) SELECT 'film', NEW.`asset_id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `told_sent_film_delete` AFTER DELETE ON `sent_film` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('film', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_shortlist_insert` AFTER INSERT ON `shortlist` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('shortlist', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_shortlist_update` AFTER UPDATE ON `shortlist` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('shortlist', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_shortlist_delete` AFTER DELETE ON `shortlist` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('shortlist', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_shortlisted_insert` AFTER INSERT ON `shortlisted` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('shortlist', NEW.`shortlist_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_shortlisted_delete` AFTER DELETE ON `shortlisted` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('shortlist', OLD.`shortlist_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_kept_search_insert` AFTER INSERT ON `kept_search` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('search', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_kept_search_update` AFTER UPDATE ON `kept_search` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('search', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_kept_search_delete` AFTER DELETE ON `kept_search` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('search', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_prep_sheet_insert` AFTER INSERT ON `prep_sheet` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('prep-sheet', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_prep_sheet_update` AFTER UPDATE ON `prep_sheet` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('prep-sheet', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_prep_sheet_delete` AFTER DELETE ON `prep_sheet` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('prep-sheet', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_permission_insert` AFTER INSERT ON `permission` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('permission', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_permission_update` AFTER UPDATE ON `permission` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('permission', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_permission_delete` AFTER DELETE ON `permission` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('permission', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_evidence_insert` AFTER INSERT ON `evidence` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('permission', (SELECT `asset_id` FROM `permission` WHERE `id` = NEW.`permission_id`), UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_site_update` AFTER UPDATE ON `site` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_section_insert` AFTER INSERT ON `section` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_section_update` AFTER UPDATE ON `section` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_section_delete` AFTER DELETE ON `section` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_own_terms_insert` AFTER INSERT ON `own_terms` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_own_terms_update` AFTER UPDATE ON `own_terms` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_own_terms_delete` AFTER DELETE ON `own_terms` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_user_insert` AFTER INSERT ON `user` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_user_update` AFTER UPDATE ON `user` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_label_sheet_insert` AFTER INSERT ON `label_sheet` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('label-sheet', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_label_sheet_update` AFTER UPDATE ON `label_sheet` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) SELECT 'label-sheet', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `told_batch_insert` AFTER INSERT ON `batch` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('batch', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_batch_update` AFTER UPDATE ON `batch` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) SELECT 'batch', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `told_batch_delete` AFTER DELETE ON `batch` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('batch', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_batch_item_insert` AFTER INSERT ON `batch_item` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) VALUES ('batch', NEW.`batch_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `told_batch_item_update` AFTER UPDATE ON `batch_item` FOR EACH ROW INSERT INTO `told` (`kind`, `subject`, `at`) SELECT 'batch', NEW.`batch_id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);