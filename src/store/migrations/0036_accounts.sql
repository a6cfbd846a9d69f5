CREATE TABLE `accounts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`address` text NOT NULL,
	`smtp` text NOT NULL,
	`smtp_password` text DEFAULT '' NOT NULL,
	`per_minute` integer,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `server_troubles` (
	`account` text PRIMARY KEY NOT NULL,
	`trouble` text NOT NULL,
	`since` integer NOT NULL,
	`tries` integer NOT NULL,
	`next_try` integer NOT NULL,
	`trying_since` integer
);
--> statement-breakpoint
INSERT INTO `server_troubles` SELECT '', `trouble`, `since`, `tries`, `next_try`, `trying_since` FROM `mail_server`;--> statement-breakpoint
DROP TABLE `mail_server`;--> statement-breakpoint
DROP INDEX `departures_untried`;--> statement-breakpoint
ALTER TABLE `departures` ADD `account` text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX `departures_by_account` ON `departures` (`state`,`account`,`due`,`id`) WHERE state IN ('held', 'scheduled');--> statement-breakpoint
CREATE INDEX `departures_untried` ON `departures` (`state`,`account`,`due`,`id`) WHERE first_attempt_at IS NULL;--> statement-breakpoint
UPDATE `settings` SET `value` = (SELECT json_group_array(json_insert(`own`.`value`, '$.account', NULL)) FROM json_each(`settings`.`value`) AS `own`) WHERE `key` = 'identities';
--> statement-breakpoint
CREATE VIEW `message_accounts` AS SELECT `messages`.`id` AS `message_id`, coalesce(
	CASE WHEN `own`.`value` IS NOT NULL THEN json_extract(`own`.`value`, '$.account')
	ELSE (SELECT json_extract(`value`, '$') FROM `settings` WHERE `key` = 'account') END, '') AS `account`
FROM `messages` LEFT JOIN json_each((SELECT `value` FROM `settings` WHERE `key` = 'identities')) AS `own`
	ON json_extract(`own`.`value`, '$.id') = `messages`.`identity`;
--> statement-breakpoint
CREATE TRIGGER `departures_account_begun` AFTER INSERT ON `departures`
BEGIN
	UPDATE `departures` SET `account` = (SELECT `account` FROM `message_accounts` WHERE `message_id` = NEW.`message_id`) WHERE `id` = NEW.`id`;
END;
--> statement-breakpoint
CREATE TRIGGER `departures_account_waits` AFTER UPDATE OF `state` ON `departures` WHEN OLD.`state` = 'releasing' AND NEW.`left_at` IS NULL
BEGIN
	UPDATE `departures` SET `account` = (SELECT `account` FROM `message_accounts` WHERE `message_id` = NEW.`message_id`) WHERE `id` = NEW.`id` AND `left_at` IS NULL AND `state` IN ('draft', 'held', 'scheduled', 'paused', 'failed');
END;
--> statement-breakpoint
CREATE TRIGGER `departures_account_of_message` AFTER UPDATE OF `identity` ON `messages` WHEN OLD.`identity` IS NOT NEW.`identity`
BEGIN
	UPDATE `departures` SET `account` = (SELECT `account` FROM `message_accounts` WHERE `message_id` = NEW.`id`) WHERE `message_id` = NEW.`id` AND `left_at` IS NULL AND `state` IN ('draft', 'held', 'scheduled', 'paused', 'failed');
END;
--> statement-breakpoint
CREATE TRIGGER `departures_account_chosen` AFTER INSERT ON `settings` WHEN NEW.`key` IN ('account', 'identities')
BEGIN
	UPDATE `departures` SET `account` = (SELECT `account` FROM `message_accounts` WHERE `message_id` = `departures`.`message_id`) WHERE `left_at` IS NULL AND `state` IN ('draft', 'held', 'scheduled', 'paused', 'failed');
END;
--> statement-breakpoint
CREATE TRIGGER `departures_account_changed` AFTER UPDATE OF `value` ON `settings` WHEN NEW.`key` IN ('account', 'identities') AND OLD.`value` IS NOT NEW.`value`
BEGIN
	UPDATE `departures` SET `account` = (SELECT `account` FROM `message_accounts` WHERE `message_id` = `departures`.`message_id`) WHERE `left_at` IS NULL AND `state` IN ('draft', 'held', 'scheduled', 'paused', 'failed');
END;
