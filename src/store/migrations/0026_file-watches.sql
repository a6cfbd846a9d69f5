CREATE TABLE `file_watches` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`plan` text NOT NULL,
	`choices` text NOT NULL,
	`state` text NOT NULL,
	`reason` text,
	`known` text,
	`seen` text,
	`count` integer DEFAULT 0 NOT NULL,
	`last_at` integer,
	`day` text,
	`on_day` integer DEFAULT 0 NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `file_watches_message` ON `file_watches` (`message_id`);--> statement-breakpoint
CREATE INDEX `file_watches_state` ON `file_watches` (`state`);--> statement-breakpoint
ALTER TABLE `messages` ADD `file_watch_id` text;