CREATE TABLE `occasion_messages` (
	`message_id` text PRIMARY KEY NOT NULL,
	`occasion_id` text NOT NULL,
	`offset` text NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`occasion_id`) REFERENCES `occasions`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `occasion_messages_occasion` ON `occasion_messages` (`occasion_id`);--> statement-breakpoint
CREATE TABLE `occasion_sets` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`items` text NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer
);
--> statement-breakpoint
CREATE TABLE `occasions` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`local` text NOT NULL,
	`zone` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer
);
