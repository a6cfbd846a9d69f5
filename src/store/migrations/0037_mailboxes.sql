CREATE TABLE `mailbox_due` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`message_id` text NOT NULL,
	`what` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `mailbox_due_message` ON `mailbox_due` (`message_id`,`what`);--> statement-breakpoint
CREATE TABLE `mailbox_folders` (
	`account_id` text NOT NULL,
	`path` text NOT NULL,
	`uid_validity` text NOT NULL,
	`top` integer NOT NULL,
	`bottom` integer NOT NULL,
	`modseq` text,
	`rest` integer NOT NULL,
	`stopped` integer DEFAULT false NOT NULL,
	PRIMARY KEY(`account_id`, `path`),
	FOREIGN KEY (`account_id`) REFERENCES `accounts`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `mailbox_items` (
	`account_id` text NOT NULL,
	`folder` text NOT NULL,
	`uid` integer NOT NULL,
	`message_id` text NOT NULL,
	`seen` integer NOT NULL,
	`home` text NOT NULL,
	`moving` text,
	PRIMARY KEY(`account_id`, `folder`, `uid`),
	FOREIGN KEY (`account_id`) REFERENCES `accounts`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `mailbox_items_message` ON `mailbox_items` (`message_id`);--> statement-breakpoint
CREATE TABLE `sent_copies` (
	`departure_id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`folder` text NOT NULL,
	`begun` integer DEFAULT false NOT NULL,
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`account_id`) REFERENCES `accounts`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `accounts` ADD `imap` text;--> statement-breakpoint
ALTER TABLE `accounts` ADD `imap_password` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `accounts` ADD `folders` text;--> statement-breakpoint
ALTER TABLE `accounts` ADD `imap_since` integer;--> statement-breakpoint
ALTER TABLE `accounts` ADD `imap_trouble` text;--> statement-breakpoint
ALTER TABLE `accounts` ADD `imap_trouble_since` integer;--> statement-breakpoint
CREATE TRIGGER `mailbox_place_changed` AFTER UPDATE OF `place` ON `messages` WHEN OLD.`place` IS NOT NEW.`place`
	AND EXISTS (SELECT 1 FROM `mailbox_items` WHERE `message_id` = NEW.`id`)
BEGIN
	DELETE FROM `mailbox_due` WHERE `message_id` = NEW.`id` AND `what` = 'place';
	INSERT INTO `mailbox_due` (`message_id`, `what`) VALUES (NEW.`id`, 'place');
END;
--> statement-breakpoint
CREATE TRIGGER `mailbox_seen_changed` AFTER UPDATE OF `unseen` ON `messages` WHEN OLD.`unseen` IS NOT NEW.`unseen`
	AND EXISTS (SELECT 1 FROM `mailbox_items` WHERE `message_id` = NEW.`id`)
BEGIN
	DELETE FROM `mailbox_due` WHERE `message_id` = NEW.`id` AND `what` = 'seen';
	INSERT INTO `mailbox_due` (`message_id`, `what`) VALUES (NEW.`id`, 'seen');
END;
