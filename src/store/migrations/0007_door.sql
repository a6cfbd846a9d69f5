CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`hash` text NOT NULL,
	`created_at` integer NOT NULL,
	`seen_at` integer NOT NULL,
	`until` integer NOT NULL,
	`from` text NOT NULL,
	`agent` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sessions_hash` ON `sessions` (`hash`);--> statement-breakpoint
ALTER TABLE `mail_server` ADD `trying_since` integer;--> statement-breakpoint
ALTER TABLE `sources` ADD `digest` text;--> statement-breakpoint
CREATE INDEX `sources_digest` ON `sources` (`digest`) WHERE digest IS NOT NULL;