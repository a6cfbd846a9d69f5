CREATE TABLE `usual_watches` (
	`id` text PRIMARY KEY NOT NULL,
	`correspondent_id` text,
	`group_id` text,
	`watch` text NOT NULL,
	FOREIGN KEY (`correspondent_id`) REFERENCES `correspondents`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`group_id`) REFERENCES `groups`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `usual_watches_correspondentId_unique` ON `usual_watches` (`correspondent_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `usual_watches_groupId_unique` ON `usual_watches` (`group_id`);--> statement-breakpoint
ALTER TABLE `messages` ADD `usual_watch` integer DEFAULT true NOT NULL;