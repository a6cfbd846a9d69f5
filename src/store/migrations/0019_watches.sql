CREATE TABLE `watch_considered` (
	`watch_id` text NOT NULL,
	`message_id` text NOT NULL,
	`counts` integer NOT NULL,
	`why` text NOT NULL,
	`reader` text,
	`overruled` integer DEFAULT false NOT NULL,
	PRIMARY KEY(`watch_id`, `message_id`),
	FOREIGN KEY (`watch_id`) REFERENCES `watches`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `watch_considered_message` ON `watch_considered` (`message_id`);--> statement-breakpoint
CREATE TABLE `watch_overrules` (
	`address` text PRIMARY KEY NOT NULL,
	`counts` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `watch_readers` (
	`watch_id` text NOT NULL,
	`position` integer NOT NULL,
	`address` text NOT NULL,
	`name` text NOT NULL,
	`answered_by` text,
	PRIMARY KEY(`watch_id`, `position`),
	FOREIGN KEY (`watch_id`) REFERENCES `watches`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `watch_readers_address` ON `watch_readers` (`address`);--> statement-breakpoint
CREATE TABLE `watches` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`copy` text DEFAULT '' NOT NULL,
	`deadline` text NOT NULL,
	`settled_by` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`state` text NOT NULL,
	`since` integer,
	`at` integer,
	`ended_by` text,
	`ended_at` integer,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `watches_message` ON `watches` (`message_id`);--> statement-breakpoint
CREATE INDEX `watches_at` ON `watches` (`at`) WHERE state = 'waiting' AND at IS NOT NULL;--> statement-breakpoint
CREATE INDEX `watches_closed` ON `watches` (`state`,`ended_at`);--> statement-breakpoint
CREATE UNIQUE INDEX `watches_one_waiting` ON `watches` (`message_id`,`copy`) WHERE state = 'waiting';