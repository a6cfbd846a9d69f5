CREATE TABLE `waker_troubles` (
	`waker` text PRIMARY KEY NOT NULL,
	`count` integer NOT NULL,
	`since` integer NOT NULL,
	`next_try` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `leases_until` ON `leases` (`until`);