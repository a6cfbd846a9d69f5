CREATE TABLE `event_people` (
	`address` text NOT NULL,
	`event_id` text NOT NULL,
	PRIMARY KEY(`address`, `event_id`),
	FOREIGN KEY (`event_id`) REFERENCES `events`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `event_people_event` ON `event_people` (`event_id`);--> statement-breakpoint
CREATE TABLE `events` (
	`id` text PRIMARY KEY NOT NULL,
	`uid` text NOT NULL,
	`occurrence` text DEFAULT '' NOT NULL,
	`master_id` text,
	`summary` text NOT NULL,
	`description` text DEFAULT '' NOT NULL,
	`location` text DEFAULT '' NOT NULL,
	`start` text NOT NULL,
	`end` text NOT NULL,
	`zone` text,
	`rrule` text,
	`rdate` text DEFAULT '[]' NOT NULL,
	`exdate` text DEFAULT '[]' NOT NULL,
	`transparent` integer DEFAULT false NOT NULL,
	`status` text DEFAULT 'confirmed' NOT NULL,
	`sequence` integer DEFAULT 0 NOT NULL,
	`stamp` integer NOT NULL,
	`organizer` text,
	`attendees` text DEFAULT '[]' NOT NULL,
	`starts_at` integer NOT NULL,
	`ends_at` integer,
	`spans` integer NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `events_uid` ON `events` (`uid`,`occurrence`);--> statement-breakpoint
CREATE INDEX `events_short` ON `events` (`starts_at`) WHERE spans = 0 AND deleted_at IS NULL;--> statement-breakpoint
CREATE INDEX `events_spanning` ON `events` (`ends_at`) WHERE spans = 1 AND deleted_at IS NULL;--> statement-breakpoint
CREATE INDEX `events_master` ON `events` (`master_id`) WHERE master_id IS NOT NULL;--> statement-breakpoint
CREATE INDEX `departures_event` ON `departures` (json_extract(`plan`, '$.event')) WHERE json_extract(`plan`, '$.event') IS NOT NULL;