CREATE TABLE `linked_files` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`position` integer NOT NULL,
	`path` text NOT NULL,
	`which` text NOT NULL,
	`if_missing` text NOT NULL,
	`if_empty` text NOT NULL,
	`if_unchanged` text,
	`if_busy` text NOT NULL,
	`larger_than` integer,
	`if_larger` text NOT NULL,
	`line` text NOT NULL,
	`after` text NOT NULL,
	`move_to` text,
	`settle_seconds` integer NOT NULL,
	`origin` text NOT NULL,
	`removed_at` integer,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `linked_files_message` ON `linked_files` (`message_id`,`position`);--> statement-breakpoint
CREATE TABLE `linked_reads` (
	`id` text PRIMARY KEY NOT NULL,
	`origin` text NOT NULL,
	`message_id` text NOT NULL,
	`departure_id` text NOT NULL,
	`attachment_id` text NOT NULL,
	`path` text NOT NULL,
	`size` integer NOT NULL,
	`hash` text NOT NULL,
	`modified_at` real NOT NULL,
	`inode` integer NOT NULL,
	`read_at` integer NOT NULL,
	`clearing` text,
	`move_to` text,
	`moved_to` text,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `linked_reads_departure` ON `linked_reads` (`departure_id`);--> statement-breakpoint
CREATE INDEX `linked_reads_origin` ON `linked_reads` (`origin`,`read_at`);--> statement-breakpoint
CREATE INDEX `linked_reads_clearing` ON `linked_reads` (`clearing`) WHERE clearing IN ('due', 'begun');--> statement-breakpoint
ALTER TABLE `attachments` ADD `link_id` text;