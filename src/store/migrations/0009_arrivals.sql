CREATE TABLE `arrivals` (
	`id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`size` integer NOT NULL,
	`bytes` blob NOT NULL,
	`tries` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE INDEX `arrivals_in_order` ON `arrivals` (`tries`,`at`);--> statement-breakpoint
CREATE TABLE `source_rests` (
	`id` text NOT NULL,
	`offset` integer NOT NULL,
	`bytes` blob NOT NULL,
	PRIMARY KEY(`id`, `offset`)
);
--> statement-breakpoint
ALTER TABLE `imports` ADD `done` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `strange` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `read_by` integer;--> statement-breakpoint
CREATE INDEX `messages_strange` ON `messages` (`read_by`) WHERE strange IS NOT NULL;--> statement-breakpoint
CREATE INDEX `set_aside_name` ON `set_aside` (`name`);--> statement-breakpoint
CREATE TRIGGER `source_rests_gone` AFTER DELETE ON `sources`
BEGIN
	DELETE FROM source_rests WHERE id = OLD.message_id;
END;
