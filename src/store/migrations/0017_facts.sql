ALTER TABLE `departures` ADD `series_id` text;--> statement-breakpoint
ALTER TABLE `departures` ADD `occurrence` text;--> statement-breakpoint
ALTER TABLE `departures` ADD `header_id` text;--> statement-breakpoint
CREATE INDEX `departures_header_id` ON `departures` (`header_id`) WHERE header_id IS NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX `departures_occurrence` ON `departures` (`series_id`,`occurrence`) WHERE series_id IS NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `derived_from` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `left_at` integer;
--> statement-breakpoint
UPDATE `departures` SET `header_id` = (SELECT `header_id` FROM `frozen` WHERE `departure_id` = `departures`.`id`)
WHERE `id` IN (SELECT `departure_id` FROM `frozen`);
--> statement-breakpoint
DELETE FROM `frozen` WHERE length(`bytes`) = 0;
--> statement-breakpoint
DROP INDEX `frozen_header_id`;--> statement-breakpoint
ALTER TABLE `frozen` DROP COLUMN `header_id`;
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
			WHERE m.`thread_id` = NEW.`thread_id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`left_at` IS NOT NULL))
	WHERE `id` = NEW.`thread_id`;
END;
--> statement-breakpoint
CREATE TRIGGER `messages_summed_on_update`
AFTER UPDATE OF `thread_id`, `place`, `at`, `returned_at`, `deleted_at`, `from_address`, `unseen` ON `messages`
WHEN NEW.`place` IS NOT NULL OR OLD.`place` IS NOT NULL
	OR NEW.`thread_id` <> OLD.`thread_id` OR NEW.`deleted_at` IS NOT OLD.`deleted_at` BEGIN
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
			WHERE m.`thread_id` = `threads`.`id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`left_at` IS NOT NULL))
	WHERE `id` IN (NEW.`thread_id`, OLD.`thread_id`);
END;
--> statement-breakpoint
UPDATE `messages` SET `header_id` = NULL,
	`left_at` = (SELECT min(`left_at`) FROM `departures` WHERE `message_id` = `messages`.`id`)
WHERE `direction` = 'out';
--> statement-breakpoint
UPDATE `threads` SET `count` = (
	SELECT count(*) FROM `messages` m
	WHERE m.`thread_id` = `threads`.`id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`left_at` IS NOT NULL));
--> statement-breakpoint
CREATE TRIGGER `messages_counted_once_left` AFTER UPDATE OF `left_at` ON `messages`
WHEN OLD.`left_at` IS NULL AND NEW.`left_at` IS NOT NULL AND NEW.`deleted_at` IS NULL
BEGIN
	UPDATE `threads` SET `count` = `count` + 1 WHERE `id` = NEW.`thread_id` AND NEW.`direction` = 'out';
END;
--> statement-breakpoint
CREATE TRIGGER `left_with_its_first` AFTER UPDATE OF `left_at` ON `departures` WHEN NEW.`left_at` IS NOT NULL
BEGIN
	UPDATE `messages` SET `left_at` = NEW.`left_at`, `at` = NEW.`left_at`
	WHERE `id` = NEW.`message_id` AND `left_at` IS NULL;
END;
--> statement-breakpoint
CREATE TRIGGER `left_already` AFTER INSERT ON `departures` WHEN NEW.`left_at` IS NOT NULL
BEGIN
	UPDATE `messages` SET `left_at` = NEW.`left_at` WHERE `id` = NEW.`message_id` AND `left_at` IS NULL;
END;
