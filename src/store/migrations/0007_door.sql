CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`hash` text NOT NULL,
	`created_at` integer NOT NULL,
	`seen_at` integer NOT NULL,
	`until` integer NOT NULL,
	`from` text NOT NULL,
	`agent` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sessions_hash` ON `sessions` (`hash`);--> statement-breakpoint
ALTER TABLE `leases` ADD `alive` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `mail_server` ADD `trying_since` integer;--> statement-breakpoint
ALTER TABLE `messages` ADD `plan` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `choices` text;--> statement-breakpoint
ALTER TABLE `sources` ADD `digest` text;--> statement-breakpoint
CREATE INDEX `sources_digest` ON `sources` (`digest`) WHERE digest IS NOT NULL;--> statement-breakpoint
CREATE TRIGGER `accepted_is_for_ever` BEFORE UPDATE OF `status`, `departure_id`, `address` ON `deliveries`
WHEN OLD.status = 'accepted' AND (NEW.status <> 'accepted' OR NEW.departure_id <> OLD.departure_id OR NEW.address <> OLD.address)
BEGIN
	SELECT RAISE(ABORT, 'A delivery that was accepted stays so.');
END;--> statement-breakpoint
CREATE TRIGGER `accepted_is_not_forgotten` BEFORE DELETE ON `deliveries` WHEN OLD.status = 'accepted'
BEGIN
	SELECT RAISE(ABORT, 'A delivery that was accepted stays so.');
END;--> statement-breakpoint
UPDATE `deliveries` SET `status` = 'waiting' WHERE `status` = 'deferred' AND `departure_id` IN (SELECT `id` FROM `departures` WHERE `state` = 'unconfirmed');--> statement-breakpoint
UPDATE `messages` SET `plan` = (SELECT `plan` FROM `departures` WHERE `message_id` = `messages`.`id` AND `state` = 'draft' AND json_extract(`plan`, '$.kind') <> 'now' ORDER BY `created_at` DESC LIMIT 1) WHERE `direction` = 'out' AND EXISTS (SELECT 1 FROM `departures` WHERE `message_id` = `messages`.`id` AND `state` = 'draft');
