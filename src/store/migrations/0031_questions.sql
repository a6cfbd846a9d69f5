CREATE TABLE `question_answers` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`question_id` text NOT NULL,
	`reader` text,
	`answer` integer,
	`proposed` integer,
	`status` text NOT NULL,
	`why` text DEFAULT '' NOT NULL,
	`comment` text DEFAULT '' NOT NULL,
	`how` text NOT NULL,
	`from_name` text NOT NULL,
	`from_address` text NOT NULL,
	`message_id` text,
	`at` integer NOT NULL,
	FOREIGN KEY (`question_id`) REFERENCES `questions`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE set null
);
--> statement-breakpoint
CREATE INDEX `question_answers_question` ON `question_answers` (`question_id`,`id`);--> statement-breakpoint
CREATE INDEX `question_answers_reader` ON `question_answers` (`reader`);--> statement-breakpoint
CREATE INDEX `question_answers_message` ON `question_answers` (`message_id`);--> statement-breakpoint
CREATE TABLE `questions` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`words` text NOT NULL,
	`answers` text NOT NULL,
	`decided_when` text NOT NULL,
	`may_comment` integer NOT NULL,
	`revision` integer DEFAULT 1 NOT NULL,
	`created_at` integer NOT NULL,
	`closed_at` integer,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `questions_messageId_unique` ON `questions` (`message_id`);