CREATE TABLE `offer_messages` (
	`message_id` text PRIMARY KEY NOT NULL,
	`question_id` text NOT NULL,
	`reader` text NOT NULL,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`question_id`) REFERENCES `questions`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `offer_messages_question` ON `offer_messages` (`question_id`,`reader`);--> statement-breakpoint
CREATE TABLE `offer_takes` (
	`question_id` text NOT NULL,
	`slot` integer NOT NULL,
	`reader` text NOT NULL,
	`event_id` text NOT NULL,
	`taken_at` integer NOT NULL,
	PRIMARY KEY(`question_id`, `slot`),
	FOREIGN KEY (`question_id`) REFERENCES `questions`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `offer_takes_reader` ON `offer_takes` (`question_id`,`reader`);--> statement-breakpoint
CREATE INDEX `offer_takes_event` ON `offer_takes` (`event_id`);--> statement-breakpoint
ALTER TABLE `questions` ADD `offer` text;