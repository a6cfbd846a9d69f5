ALTER TABLE `receipts` ADD `message_id` text REFERENCES messages(id) ON DELETE SET NULL;--> statement-breakpoint
CREATE INDEX `receipts_message` ON `receipts` (`message_id`) WHERE message_id IS NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `list` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `forwards` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `unseen` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `messages_forwards` ON `messages` (`forwards`) WHERE forwards IS NOT NULL;--> statement-breakpoint
ALTER TABLE `threads` ADD `unseen_at` integer;--> statement-breakpoint
CREATE INDEX `threads_unseen` ON `threads` (`place`,`unseen_at`) WHERE unseen_at IS NOT NULL;
--> statement-breakpoint
DROP TRIGGER `messages_summed_on_insert`;
--> statement-breakpoint
DROP TRIGGER `messages_summed_on_update`;
--> statement-breakpoint
CREATE TRIGGER `messages_summed_on_insert` AFTER INSERT ON `messages` BEGIN
	UPDATE `threads` SET
		(`place`, `latest_id`, `sort_at`, `writer`) = (
			SELECT m.`place`, m.`id`, coalesce(m.`returned_at`, m.`at`), lower(m.`from_address`) FROM `messages` m
			WHERE m.`thread_id` = NEW.`thread_id` AND m.`place` IS NOT NULL AND m.`deleted_at` IS NULL
			ORDER BY m.`place` = 'inbox' DESC, m.`place` = 'snoozed' DESC, coalesce(m.`returned_at`, m.`at`) DESC, m.`id` DESC
			LIMIT 1),
		`returned_id` = (
			SELECT m.`id` FROM `messages` m
			WHERE m.`thread_id` = NEW.`thread_id` AND +m.`place` = 'inbox' AND m.`returned_at` IS NOT NULL
			ORDER BY m.`returned_at` DESC LIMIT 1),
		`unseen_at` = (
			SELECT min(m.`at`) FROM `messages` m
			WHERE m.`thread_id` = NEW.`thread_id` AND +m.`place` = 'inbox' AND m.`unseen` AND m.`deleted_at` IS NULL),
		`count` = (
			SELECT count(*) FROM `messages` m
			WHERE m.`thread_id` = NEW.`thread_id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`header_id` IS NOT NULL))
	WHERE `id` = NEW.`thread_id`;
END;
--> statement-breakpoint
CREATE TRIGGER `messages_summed_on_update`
AFTER UPDATE OF `thread_id`, `place`, `at`, `returned_at`, `deleted_at`, `from_address`, `header_id`, `unseen` ON `messages` BEGIN
	UPDATE `threads` SET
		(`place`, `latest_id`, `sort_at`, `writer`) = (
			SELECT m.`place`, m.`id`, coalesce(m.`returned_at`, m.`at`), lower(m.`from_address`) FROM `messages` m
			WHERE m.`thread_id` = `threads`.`id` AND m.`place` IS NOT NULL AND m.`deleted_at` IS NULL
			ORDER BY m.`place` = 'inbox' DESC, m.`place` = 'snoozed' DESC, coalesce(m.`returned_at`, m.`at`) DESC, m.`id` DESC
			LIMIT 1),
		`returned_id` = (
			SELECT m.`id` FROM `messages` m
			WHERE m.`thread_id` = `threads`.`id` AND +m.`place` = 'inbox' AND m.`returned_at` IS NOT NULL
			ORDER BY m.`returned_at` DESC LIMIT 1),
		`unseen_at` = (
			SELECT min(m.`at`) FROM `messages` m
			WHERE m.`thread_id` = `threads`.`id` AND +m.`place` = 'inbox' AND m.`unseen` AND m.`deleted_at` IS NULL),
		`count` = (
			SELECT count(*) FROM `messages` m
			WHERE m.`thread_id` = `threads`.`id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`header_id` IS NOT NULL))
	WHERE `id` IN (NEW.`thread_id`, OLD.`thread_id`);
END;
