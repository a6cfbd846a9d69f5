CREATE TABLE `batch_rows` (
	`batch_id` text NOT NULL,
	`position` integer NOT NULL,
	`cells` text NOT NULL,
	`message_id` text,
	`differs` integer DEFAULT false NOT NULL,
	PRIMARY KEY(`batch_id`, `position`),
	FOREIGN KEY (`batch_id`) REFERENCES `batches`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE UNIQUE INDEX `batch_rows_message` ON `batch_rows` (`message_id`) WHERE message_id IS NOT NULL;--> statement-breakpoint
CREATE TABLE `batches` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`message_id` text NOT NULL,
	`text_id` text,
	`headings` text NOT NULL,
	`columns` text NOT NULL,
	`when_words` text DEFAULT '' NOT NULL,
	`per_minute` integer,
	`spread` integer DEFAULT false NOT NULL,
	`state` text DEFAULT 'draft' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`scheduled_at` integer,
	`deleted_at` integer,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `messages` ADD `batch_id` text;