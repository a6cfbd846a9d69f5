CREATE TABLE `imports` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`size` integer NOT NULL,
	`received` integer DEFAULT 0 NOT NULL,
	`format` text NOT NULL,
	`rest` blob,
	`added` integer DEFAULT 0 NOT NULL,
	`same` integer DEFAULT 0 NOT NULL,
	`unreadable` integer DEFAULT 0 NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `imports_file` ON `imports` (`name`,`size`);--> statement-breakpoint
CREATE TABLE `set_aside` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`reason` text NOT NULL,
	`bytes` blob NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `reminders` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`kind` text NOT NULL,
	`message_id` text,
	`todo_id` text,
	`words` text NOT NULL,
	`sound` integer NOT NULL,
	`told_at` integer
);
--> statement-breakpoint
CREATE INDEX `reminders_untold` ON `reminders` (`id`) WHERE told_at IS NULL;--> statement-breakpoint
CREATE TABLE `todos` (
	`id` text PRIMARY KEY NOT NULL,
	`uid` text NOT NULL,
	`message_id` text,
	`what` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`start` text,
	`due` text,
	`due_at` integer,
	`remind_at` integer,
	`sound` integer DEFAULT false NOT NULL,
	`state` text DEFAULT 'open' NOT NULL,
	`done_at` integer,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `todos_message` ON `todos` (`message_id`);--> statement-breakpoint
CREATE INDEX `todos_order` ON `todos` (`state`,`due_at`);--> statement-breakpoint
CREATE INDEX `todos_remind` ON `todos` (`remind_at`) WHERE state = 'open' AND remind_at IS NOT NULL;--> statement-breakpoint
CREATE UNIQUE INDEX `todos_uid` ON `todos` (`uid`);--> statement-breakpoint
CREATE TABLE `word_rows` (
	`row` integer PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `word_rows_messageId_unique` ON `word_rows` (`message_id`);--> statement-breakpoint
CREATE TABLE `words_due` (
	`message_id` text PRIMARY KEY NOT NULL
);
--> statement-breakpoint
ALTER TABLE `returns` ADD `from_place` text;--> statement-breakpoint
ALTER TABLE `returns` ADD `whole_thread` integer DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE `returns` ADD `early` integer DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE `returns` ADD `words` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `returns` ADD `note` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `returns` ADD `times` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `returns` ADD `repeat` text;--> statement-breakpoint
CREATE INDEX `returns_message` ON `returns` (`message_id`);--> statement-breakpoint
ALTER TABLE `threads` ADD `place` text;--> statement-breakpoint
ALTER TABLE `threads` ADD `latest_id` text;--> statement-breakpoint
ALTER TABLE `threads` ADD `sort_at` integer;--> statement-breakpoint
ALTER TABLE `threads` ADD `writer` text;--> statement-breakpoint
ALTER TABLE `threads` ADD `returned_id` text;--> statement-breakpoint
ALTER TABLE `threads` ADD `count` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `threads_subject` ON `threads` (lower("subject"));--> statement-breakpoint
CREATE INDEX `threads_by_time` ON `threads` (`place`,`sort_at`,`id`);--> statement-breakpoint
CREATE INDEX `threads_by_writer` ON `threads` (`place`,returned_id IS NOT NULL,`sort_at`,`writer`,`id`);