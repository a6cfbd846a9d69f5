CREATE TABLE `series` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`name` text DEFAULT '' NOT NULL,
	`plan` text NOT NULL,
	`choices` text NOT NULL,
	`state` text NOT NULL,
	`review` text,
	`fields` text DEFAULT '{}' NOT NULL,
	`made_until` integer NOT NULL,
	`next` integer,
	`missed` text DEFAULT '[]' NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`ended_at` integer,
	`deleted_at` integer,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `series_next` ON `series` (`next`) WHERE next IS NOT NULL;--> statement-breakpoint
CREATE INDEX `series_message` ON `series` (`message_id`);--> statement-breakpoint
DROP INDEX `departures_occurrence`;--> statement-breakpoint
ALTER TABLE `departures` ADD `differs` integer DEFAULT false NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX `departures_occurrence_copy` ON `departures` (`series_id`,`occurrence`,`reader`) WHERE series_id IS NOT NULL AND reader IS NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX `departures_occurrence` ON `departures` (`series_id`,`occurrence`) WHERE series_id IS NOT NULL AND reader IS NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `series_id` text;