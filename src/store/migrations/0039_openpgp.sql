CREATE TABLE `key_addresses` (
	`address` text NOT NULL,
	`fingerprint` text NOT NULL,
	PRIMARY KEY(`address`, `fingerprint`),
	FOREIGN KEY (`fingerprint`) REFERENCES `keys`(`fingerprint`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `keys` (
	`fingerprint` text PRIMARY KEY NOT NULL,
	`certificate` blob NOT NULL,
	`secret` blob,
	`facts` text NOT NULL,
	`source` text NOT NULL,
	`used` integer NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sealed_bodies` (
	`departure_id` text PRIMARY KEY NOT NULL,
	`fields` text NOT NULL,
	`body` blob NOT NULL,
	`encrypted` integer NOT NULL,
	`hide_subject` integer NOT NULL,
	`digest` text NOT NULL,
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `sealed_words` (
	`message_id` text PRIMARY KEY NOT NULL,
	`bytes` blob NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `sealing_due` (
	`message_id` text PRIMARY KEY NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `messages` ADD `sign` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `encrypt` text DEFAULT 'no' NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `protection` text;
--> statement-breakpoint
CREATE TRIGGER `sealing_due_begun` AFTER INSERT ON `departures` WHEN NEW.`state` IN ('held', 'scheduled')
BEGIN
	INSERT OR IGNORE INTO `sealing_due` SELECT `id` FROM `messages` WHERE `id` = NEW.`message_id` AND (`sign` = 1 OR `encrypt` <> 'no');
END;
--> statement-breakpoint
CREATE TRIGGER `sealing_due_changed` AFTER UPDATE OF `state`, `due` ON `departures` WHEN NEW.`state` IN ('held', 'scheduled') OR (NEW.`state` = 'paused' AND NEW.`paused_for` = 'key')
BEGIN
	INSERT OR IGNORE INTO `sealing_due` SELECT `id` FROM `messages` WHERE `id` = NEW.`message_id` AND (`sign` = 1 OR `encrypt` <> 'no');
END;
--> statement-breakpoint
CREATE TRIGGER `sealed_bodies_gone` AFTER UPDATE OF `state` ON `departures` WHEN NEW.`state` IN ('sent', 'ended')
BEGIN
	DELETE FROM `sealed_bodies` WHERE `departure_id` = NEW.`id`;
END;
