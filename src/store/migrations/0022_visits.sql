CREATE TABLE `visit_links` (
	`token` text PRIMARY KEY NOT NULL,
	`url` text NOT NULL,
	`message_id` text,
	`copy` text DEFAULT '' NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE INDEX `visit_links_message` ON `visit_links` (`message_id`);