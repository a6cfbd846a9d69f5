CREATE TABLE `invitations` (
	`message_id` text PRIMARY KEY NOT NULL,
	`method` text NOT NULL,
	`uid` text NOT NULL,
	`entries` text NOT NULL,
	`did` text,
	`answer` text,
	`answered_by` text,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `invitations_uid` ON `invitations` (`uid`);--> statement-breakpoint
CREATE TABLE `message_calendars` (
	`message_id` text PRIMARY KEY NOT NULL,
	`method` text NOT NULL,
	`event_id` text,
	`text` text,
	`summary` text NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `message_calendars_event` ON `message_calendars` (`event_id`) WHERE event_id IS NOT NULL;