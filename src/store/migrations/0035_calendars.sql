CREATE TABLE `calendar_items` (
	`calendar_id` text NOT NULL,
	`uid` text NOT NULL,
	`href` text NOT NULL,
	`etag` text NOT NULL,
	`print` text NOT NULL,
	PRIMARY KEY(`calendar_id`, `uid`),
	FOREIGN KEY (`calendar_id`) REFERENCES `calendars`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `calendar_items_uid` ON `calendar_items` (`uid`);--> statement-breakpoint
CREATE TABLE `calendars` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`name` text NOT NULL,
	`place` text NOT NULL,
	`user` text DEFAULT '' NOT NULL,
	`password` text DEFAULT '' NOT NULL,
	`takes_new` integer DEFAULT false NOT NULL,
	`agreed_at` integer,
	`trouble` text,
	`created_at` integer NOT NULL
);
