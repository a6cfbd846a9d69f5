CREATE TABLE `draft_copies` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`account_id` text NOT NULL,
	`message_id` text NOT NULL,
	`uid` integer,
	`revision` integer NOT NULL,
	`print` text NOT NULL,
	FOREIGN KEY (`account_id`) REFERENCES `accounts`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `draft_copies_uid` ON `draft_copies` (`account_id`,`uid`);--> statement-breakpoint
CREATE INDEX `draft_copies_message` ON `draft_copies` (`message_id`);--> statement-breakpoint
UPDATE `accounts` SET `folders` = json_insert(`folders`, '$.drafts', NULL) WHERE `folders` IS NOT NULL;
