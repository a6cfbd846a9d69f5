DROP INDEX `threads_subject`;--> statement-breakpoint
ALTER TABLE `threads` ADD `subject_key` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `threads_subject_key` ON `threads` (`subject_key`);--> statement-breakpoint
ALTER TABLE `messages` ADD `draft` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX `messages_drafts` ON `messages` (`at`) WHERE draft = 1 AND deleted_at IS NULL;--> statement-breakpoint
CREATE INDEX `departures_untried` ON `departures` (`state`,`due`,`id`) WHERE first_attempt_at IS NULL;--> statement-breakpoint
UPDATE `messages` SET `draft` = 1 WHERE `direction` = 'out' AND NOT EXISTS (SELECT 1 FROM `departures` WHERE `message_id` = `messages`.`id` AND `state` NOT IN ('draft', 'ended'));--> statement-breakpoint
CREATE TRIGGER `draft_until_planned` AFTER INSERT ON `messages` WHEN NEW.direction = 'out'
BEGIN
	UPDATE messages SET draft = 1 WHERE id = NEW.id;
END;--> statement-breakpoint
CREATE TRIGGER `draft_no_more` AFTER INSERT ON `departures` WHEN NEW.state NOT IN ('draft', 'ended')
BEGIN
	UPDATE messages SET draft = 0 WHERE id = NEW.message_id AND draft = 1;
END;--> statement-breakpoint
CREATE TRIGGER `draft_or_not` AFTER UPDATE OF `state` ON `departures`
WHEN (OLD.state IN ('draft', 'ended')) <> (NEW.state IN ('draft', 'ended'))
BEGIN
	UPDATE messages SET draft = NOT EXISTS (SELECT 1 FROM departures WHERE message_id = NEW.message_id AND state NOT IN ('draft', 'ended')) WHERE id = NEW.message_id;
END;--> statement-breakpoint
CREATE TRIGGER `draft_again` AFTER DELETE ON `departures` WHEN OLD.state NOT IN ('draft', 'ended')
BEGIN
	UPDATE messages SET draft = NOT EXISTS (SELECT 1 FROM departures WHERE message_id = OLD.message_id AND state NOT IN ('draft', 'ended')) WHERE id = OLD.message_id;
END;--> statement-breakpoint
UPDATE `correspondents` SET `zone_guess` = NULL WHERE json_extract(`zone_guess`, '$.why') LIKE '% zones keep that.' OR (json_extract(`zone_guess`, '$.why') LIKE '% of them in %' AND json_extract(`zone_guess`, '$.why') NOT LIKE '%, one of them in %');
