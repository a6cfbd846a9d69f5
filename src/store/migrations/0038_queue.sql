CREATE TABLE `queued_messages` (
	`key` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`at` integer NOT NULL
);
