ALTER TABLE `messages` ADD `classified` text;--> statement-breakpoint
UPDATE `messages` SET `classified` = json_object(
	'is', CASE
		WHEN `automatic` = 1 THEN 'automatic'
		WHEN `in_reply_to` IS NOT NULL THEN 'answer'
		WHEN `list` IS NOT NULL THEN 'list'
		ELSE 'other' END,
	'evidence', 'as an earlier version told it')
WHERE `direction` = 'in';
