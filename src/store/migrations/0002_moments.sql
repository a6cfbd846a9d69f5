CREATE TABLE `group_members` (
	`group_id` text NOT NULL,
	`correspondent_id` text NOT NULL,
	PRIMARY KEY(`group_id`, `correspondent_id`),
	FOREIGN KEY (`group_id`) REFERENCES `groups`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`correspondent_id`) REFERENCES `correspondents`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `group_members_person` ON `group_members` (`correspondent_id`);--> statement-breakpoint
CREATE TABLE `groups` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `holidays` (
	`country` text NOT NULL,
	`date` text NOT NULL,
	`name` text NOT NULL,
	PRIMARY KEY(`country`, `date`)
);
--> statement-breakpoint
ALTER TABLE `correspondents` ADD `zone_guess` text;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `country` text;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `region` text;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `week` text;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `leave` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `dates` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `departures` ADD `reader` text;--> statement-breakpoint
ALTER TABLE `departures` ADD `if_they_write_first` text DEFAULT 'thread' NOT NULL;--> statement-breakpoint
ALTER TABLE `departures` ADD `if_off` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `written_at` integer;--> statement-breakpoint
ALTER TABLE `messages` ADD `written_offset` integer;--> statement-breakpoint
CREATE INDEX `messages_from` ON `messages` (lower("from_address"),`at`);--> statement-breakpoint
CREATE INDEX `messages_in_reply_to` ON `messages` (`in_reply_to`);--> statement-breakpoint
ALTER TABLE `recipients` ADD `group_id` text;--> statement-breakpoint
CREATE INDEX `recipients_group` ON `recipients` (`group_id`) WHERE group_id IS NOT NULL;--> statement-breakpoint
CREATE INDEX `deliveries_address` ON `deliveries` (lower("address"));--> statement-breakpoint
CREATE INDEX `frozen_header_id` ON `frozen` (`header_id`);