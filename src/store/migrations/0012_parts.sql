CREATE VIRTUAL TABLE `message_parts` USING fts5(
	subject, sender, readers, body, files,
	content='', contentless_delete=1, detail=column, tokenize="trigram case_sensitive 0 remove_diacritics 1"
);
--> statement-breakpoint
INSERT OR IGNORE INTO `words_due` SELECT `id` FROM `messages` WHERE `deleted_at` IS NULL;
