CREATE TABLE `leases` (
	`token` text PRIMARY KEY NOT NULL,
	`departure_id` text NOT NULL,
	`message_revision` integer NOT NULL,
	`until` integer NOT NULL,
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `leases_departure` ON `leases` (`departure_id`);--> statement-breakpoint
CREATE TABLE `mail_server` (
	`id` integer PRIMARY KEY NOT NULL,
	`trouble` text NOT NULL,
	`since` integer NOT NULL,
	`tries` integer NOT NULL,
	`next_try` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `departures` ADD `paused_for` text;--> statement-breakpoint
ALTER TABLE `departures` ADD `hold_left` integer;--> statement-breakpoint
CREATE INDEX `departures_unsettled` ON `departures` (`due`,`id`) WHERE state IN ('held', 'scheduled', 'paused', 'releasing', 'failed', 'unconfirmed');