CREATE TABLE `watch_chasers` (
	`message_id` text PRIMARY KEY NOT NULL,
	`watch_id` text NOT NULL,
	`made_at` integer NOT NULL,
	`revision` integer NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`watch_id`) REFERENCES `watches`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `watch_chasers_watch` ON `watch_chasers` (`watch_id`,`made_at`);--> statement-breakpoint
ALTER TABLE `watches` ADD `chasers` text;