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
		`count` = (
			SELECT count(*) FROM `messages` m
			WHERE m.`thread_id` = NEW.`thread_id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`header_id` IS NOT NULL))
	WHERE `id` = NEW.`thread_id`;
END;
--> statement-breakpoint
CREATE TRIGGER `messages_summed_on_update`
AFTER UPDATE OF `thread_id`, `place`, `at`, `returned_at`, `deleted_at`, `from_address`, `header_id` ON `messages` BEGIN
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
		`count` = (
			SELECT count(*) FROM `messages` m
			WHERE m.`thread_id` = `threads`.`id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`header_id` IS NOT NULL))
	WHERE `id` IN (NEW.`thread_id`, OLD.`thread_id`);
END;
--> statement-breakpoint
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
	`count` = (
		SELECT count(*) FROM `messages` m
		WHERE m.`thread_id` = `threads`.`id` AND m.`deleted_at` IS NULL AND (m.`direction` = 'in' OR m.`header_id` IS NOT NULL));
--> statement-breakpoint
CREATE VIRTUAL TABLE `message_words` USING fts5(
	subject, sender, readers, body, files,
	content='', contentless_delete=1, tokenize="unicode61 remove_diacritics 2", prefix='2 3'
);
--> statement-breakpoint
CREATE VIRTUAL TABLE `message_vocabulary` USING fts5vocab('message_words', 'row');
--> statement-breakpoint
CREATE TRIGGER `messages_words_on_insert` AFTER INSERT ON `messages` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (NEW.`id`);
END;
--> statement-breakpoint
CREATE TRIGGER `messages_words_on_update`
AFTER UPDATE OF `subject`, `text`, `from_name`, `from_address`, `at`, `deleted_at` ON `messages` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (NEW.`id`);
END;
--> statement-breakpoint
CREATE TRIGGER `messages_words_on_delete` AFTER DELETE ON `messages` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (OLD.`id`);
END;
--> statement-breakpoint
CREATE TRIGGER `recipients_words_on_insert` AFTER INSERT ON `recipients` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (NEW.`message_id`);
END;
--> statement-breakpoint
CREATE TRIGGER `recipients_words_on_delete` AFTER DELETE ON `recipients` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (OLD.`message_id`);
END;
--> statement-breakpoint
CREATE TRIGGER `attachments_words_on_insert` AFTER INSERT ON `attachments` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (NEW.`message_id`);
END;
--> statement-breakpoint
CREATE TRIGGER `attachments_words_on_update` AFTER UPDATE OF `removed_at` ON `attachments` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (NEW.`message_id`);
END;
--> statement-breakpoint
CREATE TRIGGER `attachments_words_on_delete` AFTER DELETE ON `attachments` BEGIN
	INSERT OR IGNORE INTO `words_due` VALUES (OLD.`message_id`);
END;
--> statement-breakpoint
INSERT OR IGNORE INTO `words_due` SELECT `id` FROM `messages`;
--> statement-breakpoint
UPDATE `returns` SET `from_place` = 'inbox';
