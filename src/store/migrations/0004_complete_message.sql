CREATE TABLE `attachment_bytes` (
	`attachment_id` text NOT NULL,
	`offset` integer NOT NULL,
	`bytes` blob NOT NULL,
	PRIMARY KEY(`attachment_id`, `offset`),
	FOREIGN KEY (`attachment_id`) REFERENCES `attachments`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `attachments` (
	`id` text PRIMARY KEY NOT NULL,
	`message_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`type` text NOT NULL,
	`size` integer NOT NULL,
	`received` integer NOT NULL,
	`content_id` text,
	`part` integer,
	`removed_at` integer,
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `attachments_message` ON `attachments` (`message_id`,`position`);--> statement-breakpoint
CREATE TABLE `message_links` (
	`url` text NOT NULL,
	`message_id` text NOT NULL,
	PRIMARY KEY(`url`, `message_id`),
	FOREIGN KEY (`message_id`) REFERENCES `messages`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `met_addresses` (
	`address` text PRIMARY KEY NOT NULL,
	`spelled` text NOT NULL,
	`name` text NOT NULL,
	`times` integer NOT NULL,
	`last_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `receipts` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`departure_id` text NOT NULL,
	`address` text NOT NULL,
	`action` text NOT NULL,
	`words` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`departure_id`) REFERENCES `departures`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `receipts_departure` ON `receipts` (`departure_id`);--> statement-breakpoint
ALTER TABLE `messages` ADD `identity` text;--> statement-breakpoint
ALTER TABLE `messages` ADD `importance` text DEFAULT 'normal' NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `sensitivity` text DEFAULT 'none' NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `delivery_receipt` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `read_receipt` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `messages` ADD `kept_in` text DEFAULT 'Sent';--> statement-breakpoint
INSERT INTO `met_addresses` (`address`, `spelled`, `name`, `times`, `last_at`)
SELECT lower(`address`), `address`, max(`name`), count(*), max(`at`) FROM (
	SELECT `recipients`.`address`, `recipients`.`name`, `messages`.`at` FROM `recipients`
	JOIN `messages` ON `messages`.`id` = `recipients`.`message_id`
	WHERE `recipients`.`address` <> '' AND (`messages`.`direction` = 'in' OR `messages`.`header_id` IS NOT NULL)
	UNION ALL
	SELECT `from_address`, `from_name`, `at` FROM `messages` WHERE `direction` = 'in' AND `from_address` <> ''
) GROUP BY lower(`address`);
