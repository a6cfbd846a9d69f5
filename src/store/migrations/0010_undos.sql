CREATE TABLE `undos` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`step` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `undos_key` ON `undos` (`key`,`id`);