CREATE TABLE `attachment_pieces` (
	`attachment_id` text NOT NULL,
	`offset` integer NOT NULL,
	`hash` blob NOT NULL,
	`size` integer NOT NULL,
	PRIMARY KEY(`attachment_id`, `offset`),
	FOREIGN KEY (`attachment_id`) REFERENCES `attachments`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `attachment_pieces_hash` ON `attachment_pieces` (`hash`);--> statement-breakpoint
CREATE TABLE `frozen_pieces` (
	`departure_id` text NOT NULL,
	`cut` integer NOT NULL,
	`offset` integer NOT NULL,
	`hash` blob NOT NULL,
	`size` integer NOT NULL,
	PRIMARY KEY(`departure_id`, `cut`, `offset`),
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `frozen_pieces_hash` ON `frozen_pieces` (`hash`);--> statement-breakpoint
CREATE TABLE `pieces` (
	`hash` blob PRIMARY KEY NOT NULL,
	`bytes` blob NOT NULL
);
--> statement-breakpoint
CREATE TABLE `source_pieces` (
	`id` text NOT NULL,
	`offset` integer NOT NULL,
	`hash` blob NOT NULL,
	`size` integer NOT NULL,
	PRIMARY KEY(`id`, `offset`)
);
--> statement-breakpoint
CREATE INDEX `source_pieces_hash` ON `source_pieces` (`hash`);--> statement-breakpoint
INSERT OR IGNORE INTO `pieces` SELECT sha256(`bytes`), `bytes` FROM `attachment_bytes`;--> statement-breakpoint
INSERT INTO `attachment_pieces` SELECT `attachment_id`, `offset`, sha256(`bytes`), length(`bytes`) FROM `attachment_bytes`;--> statement-breakpoint
INSERT OR IGNORE INTO `pieces` SELECT sha256(`bytes`), `bytes` FROM `source_rests`;--> statement-breakpoint
INSERT INTO `source_pieces` SELECT `id`, `offset`, sha256(`bytes`), length(`bytes`) FROM `source_rests`;--> statement-breakpoint
DROP TABLE `attachment_bytes`;--> statement-breakpoint
DROP TRIGGER `source_rests_gone`;--> statement-breakpoint
DROP TABLE `source_rests`;--> statement-breakpoint
CREATE TRIGGER `source_gone` AFTER DELETE ON `sources`
BEGIN
	DELETE FROM `source_pieces` WHERE `id` = OLD.`message_id`;
END;
--> statement-breakpoint
CREATE TRIGGER `attachment_pieces_gone` AFTER DELETE ON `attachment_pieces`
BEGIN
	DELETE FROM `pieces` WHERE `hash` = OLD.`hash`
		AND NOT EXISTS (SELECT 1 FROM `attachment_pieces` WHERE `hash` = OLD.`hash`)
		AND NOT EXISTS (SELECT 1 FROM `source_pieces` WHERE `hash` = OLD.`hash`)
		AND NOT EXISTS (SELECT 1 FROM `frozen_pieces` WHERE `hash` = OLD.`hash`);
END;
--> statement-breakpoint
CREATE TRIGGER `source_pieces_gone` AFTER DELETE ON `source_pieces`
BEGIN
	DELETE FROM `pieces` WHERE `hash` = OLD.`hash`
		AND NOT EXISTS (SELECT 1 FROM `attachment_pieces` WHERE `hash` = OLD.`hash`)
		AND NOT EXISTS (SELECT 1 FROM `source_pieces` WHERE `hash` = OLD.`hash`)
		AND NOT EXISTS (SELECT 1 FROM `frozen_pieces` WHERE `hash` = OLD.`hash`);
END;
--> statement-breakpoint
CREATE TRIGGER `frozen_pieces_gone` AFTER DELETE ON `frozen_pieces`
BEGIN
	DELETE FROM `pieces` WHERE `hash` = OLD.`hash`
		AND NOT EXISTS (SELECT 1 FROM `attachment_pieces` WHERE `hash` = OLD.`hash`)
		AND NOT EXISTS (SELECT 1 FROM `source_pieces` WHERE `hash` = OLD.`hash`)
		AND NOT EXISTS (SELECT 1 FROM `frozen_pieces` WHERE `hash` = OLD.`hash`);
END;
--> statement-breakpoint
CREATE INDEX `departures_left` ON `departures` (`left_at`) WHERE left_at IS NOT NULL;--> statement-breakpoint
CREATE INDEX `messages_deleted` ON `messages` (`deleted_at`) WHERE deleted_at IS NOT NULL;
