DROP INDEX `departures_by_account`;--> statement-breakpoint
DROP INDEX `departures_untried`;--> statement-breakpoint
CREATE INDEX `departures_by_account` ON `departures` (`state`,`account`,`due`) WHERE state IN ('held', 'scheduled');--> statement-breakpoint
CREATE INDEX `departures_untried` ON `departures` (`state`,`account`,`due`) WHERE first_attempt_at IS NULL;