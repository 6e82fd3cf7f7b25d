DROP TRIGGER `told_arrival_insert`;--> statement-breakpoint
DROP TRIGGER `told_arrival_update`;--> statement-breakpoint
DROP TRIGGER `told_arrival_delete`;--> statement-breakpoint
DROP TRIGGER `told_asset_insert`;--> statement-breakpoint
DROP TRIGGER `told_asset_update`;--> statement-breakpoint
DROP TRIGGER `told_asset_delete`;--> statement-breakpoint
DROP TRIGGER `told_placard_update`;--> statement-breakpoint
DROP TRIGGER `told_version_insert`;--> statement-breakpoint
DROP TRIGGER `told_track_insert`;--> statement-breakpoint
DROP TRIGGER `told_track_update`;--> statement-breakpoint
DROP TRIGGER `told_track_delete`;--> statement-breakpoint
DROP TRIGGER `told_swap_insert`;--> statement-breakpoint
DROP TRIGGER `told_swap_update`;--> statement-breakpoint
DROP TRIGGER `told_swap_delete`;--> statement-breakpoint
DROP TRIGGER `told_page_insert`;--> statement-breakpoint
DROP TRIGGER `told_page_update`;--> statement-breakpoint
DROP TRIGGER `told_page_delete`;--> statement-breakpoint
DROP TRIGGER `told_page_row_update`;--> statement-breakpoint
DROP TRIGGER `told_let_go_insert`;--> statement-breakpoint
DROP TRIGGER `told_let_go_delete`;--> statement-breakpoint
DROP TRIGGER `told_host_insert`;--> statement-breakpoint
DROP TRIGGER `told_host_update`;--> statement-breakpoint
DROP TRIGGER `told_sent_film_insert`;--> statement-breakpoint
DROP TRIGGER `told_sent_film_update`;--> statement-breakpoint
DROP TRIGGER `told_sent_film_delete`;--> statement-breakpoint
DROP TRIGGER `told_shortlist_insert`;--> statement-breakpoint
DROP TRIGGER `told_shortlist_update`;--> statement-breakpoint
DROP TRIGGER `told_shortlist_delete`;--> statement-breakpoint
DROP TRIGGER `told_shortlisted_insert`;--> statement-breakpoint
DROP TRIGGER `told_shortlisted_delete`;--> statement-breakpoint
DROP TRIGGER `told_kept_search_insert`;--> statement-breakpoint
DROP TRIGGER `told_kept_search_update`;--> statement-breakpoint
DROP TRIGGER `told_kept_search_delete`;--> statement-breakpoint
DROP TRIGGER `told_prep_sheet_insert`;--> statement-breakpoint
DROP TRIGGER `told_prep_sheet_update`;--> statement-breakpoint
DROP TRIGGER `told_prep_sheet_delete`;--> statement-breakpoint
DROP TRIGGER `told_permission_insert`;--> statement-breakpoint
DROP TRIGGER `told_permission_update`;--> statement-breakpoint
DROP TRIGGER `told_permission_delete`;--> statement-breakpoint
DROP TRIGGER `told_evidence_insert`;--> statement-breakpoint
DROP TRIGGER `told_site_update`;--> statement-breakpoint
DROP TRIGGER `told_section_insert`;--> statement-breakpoint
DROP TRIGGER `told_section_update`;--> statement-breakpoint
DROP TRIGGER `told_section_delete`;--> statement-breakpoint
DROP TRIGGER `told_own_terms_insert`;--> statement-breakpoint
DROP TRIGGER `told_own_terms_update`;--> statement-breakpoint
DROP TRIGGER `told_own_terms_delete`;--> statement-breakpoint
DROP TRIGGER `told_user_insert`;--> statement-breakpoint
DROP TRIGGER `told_user_update`;--> statement-breakpoint
DROP TRIGGER `told_label_sheet_insert`;--> statement-breakpoint
DROP TRIGGER `told_label_sheet_update`;--> statement-breakpoint
DROP TRIGGER `told_batch_insert`;--> statement-breakpoint
DROP TRIGGER `told_batch_update`;--> statement-breakpoint
DROP TRIGGER `told_batch_delete`;--> statement-breakpoint
DROP TRIGGER `told_batch_item_insert`;--> statement-breakpoint
DROP TRIGGER `told_batch_item_update`;--> statement-breakpoint
DROP TRIGGER `told_host_delete`;--> statement-breakpoint
DROP TRIGGER `told_host_file_insert`;--> statement-breakpoint
DROP TRIGGER `told_host_file_update`;--> statement-breakpoint
DROP TRIGGER `told_host_file_delete`;--> statement-breakpoint
DROP TRIGGER `told_outside_update`;--> statement-breakpoint
RENAME TABLE `told` TO `change_log`, `page_version` TO `page_revision`, `let_go` TO `waiver`;--> statement-breakpoint
ALTER TABLE `change_log` RENAME INDEX `told_at` TO `change_log_at`;--> statement-breakpoint
ALTER TABLE `waiver` RENAME INDEX `let_go_page` TO `waiver_page`;--> statement-breakpoint
ALTER TABLE `page_revision` DROP FOREIGN KEY `page_version_page_id_page_id_fk`;--> statement-breakpoint
ALTER TABLE `page_revision` ADD CONSTRAINT `page_revision_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `waiver` DROP FOREIGN KEY `let_go_page_id_page_id_fk`;--> statement-breakpoint
ALTER TABLE `waiver` ADD CONSTRAINT `waiver_page_id_page_id_fk` FOREIGN KEY (`page_id`) REFERENCES `page`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `site` RENAME COLUMN `room` TO `quota`;--> statement-breakpoint
ALTER TABLE `original` RENAME COLUMN `likeness` TO `perceptual_hash`;--> statement-breakpoint
CREATE TRIGGER `changed_arrival_insert` AFTER INSERT ON `arrival` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('arrival', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_arrival_update` AFTER UPDATE ON `arrival` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) SELECT 'arrival', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `changed_arrival_delete` AFTER DELETE ON `arrival` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('arrival', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_asset_insert` AFTER INSERT ON `asset` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_asset_update` AFTER UPDATE ON `asset` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_asset_delete` AFTER DELETE ON `asset` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_placard_update` AFTER UPDATE ON `placard` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_version_insert` AFTER INSERT ON `version` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_track_insert` AFTER INSERT ON `track` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_track_update` AFTER UPDATE ON `track` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_track_delete` AFTER DELETE ON `track` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_swap_insert` AFTER INSERT ON `swap` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_swap_update` AFTER UPDATE ON `swap` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_swap_delete` AFTER DELETE ON `swap` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('asset', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_page_insert` AFTER INSERT ON `page` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('page', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_page_update` AFTER UPDATE ON `page` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('page', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_page_delete` AFTER DELETE ON `page` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('page', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_page_row_update` AFTER UPDATE ON `page_row` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) SELECT 'page', NEW.`page_id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`stops` <=> OLD.`stops` AND NEW.`warnings` <=> OLD.`warnings` AND NEW.`bytes` <=> OLD.`bytes` AND NEW.`lead` <=> OLD.`lead`) OR (OLD.`marks` = 0 AND NEW.`marks` > 0);--> statement-breakpoint
CREATE TRIGGER `changed_waiver_insert` AFTER INSERT ON `waiver` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('page', NEW.`page_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_waiver_delete` AFTER DELETE ON `waiver` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('page', OLD.`page_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_host_insert` AFTER INSERT ON `host` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('host', NEW.`host`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_host_update` AFTER UPDATE ON `host` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('host', NEW.`host`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_sent_film_insert` AFTER INSERT ON `sent_film` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('film', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_sent_film_update` AFTER UPDATE ON `sent_film` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) SELECT 'film', NEW.`asset_id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `changed_sent_film_delete` AFTER DELETE ON `sent_film` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('film', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_shortlist_insert` AFTER INSERT ON `shortlist` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('shortlist', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_shortlist_update` AFTER UPDATE ON `shortlist` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('shortlist', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_shortlist_delete` AFTER DELETE ON `shortlist` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('shortlist', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_shortlisted_insert` AFTER INSERT ON `shortlisted` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('shortlist', NEW.`shortlist_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_shortlisted_delete` AFTER DELETE ON `shortlisted` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('shortlist', OLD.`shortlist_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_kept_search_insert` AFTER INSERT ON `kept_search` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('search', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_kept_search_update` AFTER UPDATE ON `kept_search` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('search', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_kept_search_delete` AFTER DELETE ON `kept_search` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('search', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_prep_sheet_insert` AFTER INSERT ON `prep_sheet` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('prep-sheet', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_prep_sheet_update` AFTER UPDATE ON `prep_sheet` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('prep-sheet', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_prep_sheet_delete` AFTER DELETE ON `prep_sheet` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('prep-sheet', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_permission_insert` AFTER INSERT ON `permission` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('permission', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_permission_update` AFTER UPDATE ON `permission` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('permission', NEW.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_permission_delete` AFTER DELETE ON `permission` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('permission', OLD.`asset_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_evidence_insert` AFTER INSERT ON `evidence` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('permission', (SELECT `asset_id` FROM `permission` WHERE `id` = NEW.`permission_id`), UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_site_update` AFTER UPDATE ON `site` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_section_insert` AFTER INSERT ON `section` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_section_update` AFTER UPDATE ON `section` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_section_delete` AFTER DELETE ON `section` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_own_terms_insert` AFTER INSERT ON `own_terms` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_own_terms_update` AFTER UPDATE ON `own_terms` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_own_terms_delete` AFTER DELETE ON `own_terms` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_user_insert` AFTER INSERT ON `user` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_user_update` AFTER UPDATE ON `user` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('site', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_label_sheet_insert` AFTER INSERT ON `label_sheet` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('label-sheet', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_label_sheet_update` AFTER UPDATE ON `label_sheet` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) SELECT 'label-sheet', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `changed_batch_insert` AFTER INSERT ON `batch` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('batch', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_batch_update` AFTER UPDATE ON `batch` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) SELECT 'batch', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `changed_batch_delete` AFTER DELETE ON `batch` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('batch', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_batch_item_insert` AFTER INSERT ON `batch_item` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('batch', NEW.`batch_id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_batch_item_update` AFTER UPDATE ON `batch_item` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) SELECT 'batch', NEW.`batch_id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state`);--> statement-breakpoint
CREATE TRIGGER `changed_host_delete` AFTER DELETE ON `host` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('host', OLD.`host`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_host_file_insert` AFTER INSERT ON `host_file` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('host', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_host_file_update` AFTER UPDATE ON `host_file` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('host', NEW.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_host_file_delete` AFTER DELETE ON `host_file` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) VALUES ('host', OLD.`id`, UTC_TIMESTAMP(3));--> statement-breakpoint
CREATE TRIGGER `changed_outside_update` AFTER UPDATE ON `outside` FOR EACH ROW INSERT INTO `change_log` (`kind`, `subject`, `at`) SELECT 'outside', NEW.`id`, UTC_TIMESTAMP(3) FROM DUAL WHERE NOT (NEW.`state` <=> OLD.`state` AND NEW.`checked_at` <=> OLD.`checked_at`);
