CREATE TABLE `changes` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`topic` text NOT NULL,
	`ref` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `clock` (
	`id` integer PRIMARY KEY NOT NULL,
	`real_anchor` integer NOT NULL,
	`anchor` integer NOT NULL,
	`rate` real NOT NULL,
	`target` integer,
	`barrier` integer
);
--> statement-breakpoint
CREATE TABLE `correspondent_addresses` (
	`address` text PRIMARY KEY NOT NULL,
	`correspondent_id` text NOT NULL,
	FOREIGN KEY (`correspondent_id`) REFERENCES `correspondents`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `correspondent_addresses_owner` ON `correspondent_addresses` (`correspondent_id`);--> statement-breakpoint
CREATE TABLE `correspondents` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`zone` text,
	`place` text
);
--> statement-breakpoint
CREATE TABLE `deliveries` (
	`departure_id` text NOT NULL,
	`address` text NOT NULL,
	`status` text NOT NULL,
	`answer` text DEFAULT '' NOT NULL,
	PRIMARY KEY(`departure_id`, `address`),
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `departures` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`plan` text NOT NULL,
	`state` text NOT NULL,
	`reason` text,
	`meant` integer NOT NULL,
	`due` integer NOT NULL,
	`attempts` integer DEFAULT 0 NOT NULL,
	`first_attempt_at` integer,
	`stage` text,
	`left_at` integer,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `departures_message` ON `departures` (`message_id`);--> statement-breakpoint
CREATE INDEX `departures_state` ON `departures` (`state`,`due`,`id`);--> statement-breakpoint
CREATE TABLE `frozen` (
	`departure_id` text PRIMARY KEY NOT NULL,
	`header_id` text NOT NULL,
	`bytes` blob NOT NULL,
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `journal` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`message_id` text NOT NULL,
	`departure_id` text,
	`what` text NOT NULL,
	`from` text,
	`to` text,
	`why` text
);
--> statement-breakpoint
CREATE INDEX `journal_message` ON `journal` (`message_id`,`id`);--> statement-breakpoint
CREATE TABLE `message_references` (
	`header_id` text NOT NULL,
	`message_id` text NOT NULL,
	PRIMARY KEY(`header_id`, `message_id`),
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `messages` (
	`id` text PRIMARY KEY NOT NULL,
	`thread_id` text NOT NULL,
	`direction` text NOT NULL,
	`header_id` text,
	`in_reply_to` text,
	`references` text NOT NULL,
	`from_name` text NOT NULL,
	`from_address` text NOT NULL,
	`subject` text NOT NULL,
	`text` text NOT NULL,
	`html` text,
	`automatic` integer DEFAULT false NOT NULL,
	`at` integer NOT NULL,
	`place` text,
	`returned_at` integer,
	`returned_why` text,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer,
	FOREIGN KEY (`thread_id`) REFERENCES `threads`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `messages_header_id` ON `messages` (`header_id`);--> statement-breakpoint
CREATE INDEX `messages_thread` ON `messages` (`thread_id`,`at`);--> statement-breakpoint
CREATE INDEX `messages_place` ON `messages` (`place`,`at`);--> statement-breakpoint
CREATE TABLE `meta` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `recipients` (
	`message_id` text NOT NULL,
	`field` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`address` text NOT NULL,
	PRIMARY KEY(`message_id`, `field`, `position`),
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `returns` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`kind` text NOT NULL,
	`due` integer NOT NULL,
	`state` text NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `returns_due` ON `returns` (`due`) WHERE state = 'waiting';--> statement-breakpoint
CREATE UNIQUE INDEX `returns_one_waiting` ON `returns` (`message_id`) WHERE state = 'waiting';--> statement-breakpoint
CREATE TABLE `settings` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sources` (
	`message_id` text PRIMARY KEY NOT NULL,
	`bytes` blob NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `threads` (
	`id` text PRIMARY KEY NOT NULL,
	`subject` text NOT NULL
);
