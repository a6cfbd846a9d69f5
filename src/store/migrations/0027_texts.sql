CREATE TABLE `text_versions` (
	`text_id` text NOT NULL,
	`version` integer NOT NULL,
	`message_id` text NOT NULL,
	`at` integer NOT NULL,
	`sitting` text NOT NULL,
	PRIMARY KEY(`text_id`, `version`),
	FOREIGN KEY (`text_id`) REFERENCES `texts`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `text_versions_message` ON `text_versions` (`message_id`);--> statement-breakpoint
CREATE TABLE `texts` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`message_id` text NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`changed_at` integer NOT NULL,
	`used_at` integer,
	`used` integer DEFAULT 0 NOT NULL,
	`deleted_at` integer,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `messages` ADD `text_id` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `fields` text DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `organisation` text;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `language` text;--> statement-breakpoint
ALTER TABLE `correspondents` ADD `columns` text DEFAULT '{}' NOT NULL;