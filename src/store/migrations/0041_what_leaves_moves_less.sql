DROP INDEX `messages_place`;--> statement-breakpoint
DROP INDEX `messages_from`;--> statement-breakpoint
CREATE INDEX `messages_place` ON `messages` (`place`,`at`) WHERE place IS NOT NULL;--> statement-breakpoint
CREATE INDEX `messages_from` ON `messages` (lower("from_address"),`at`) WHERE direction = 'in';