CREATE TABLE `bulk_change_drafts` (
	`change_id` integer NOT NULL,
	`of` text NOT NULL,
	`draft_id` integer NOT NULL,
	`former` text NOT NULL,
	PRIMARY KEY(`change_id`, `of`, `draft_id`)
);
--> statement-breakpoint
INSERT OR IGNORE INTO `bulk_change_drafts` (`change_id`, `of`, `draft_id`, `former`) SELECT `bulk_changes`.`id`, CASE WHEN json_extract(draft.value, '$.sheetId') IS NULL THEN 'product' ELSE 'sheet' END, coalesce(json_extract(draft.value, '$.sheetId'), json_extract(draft.value, '$.productId')), draft.value FROM `bulk_changes`, json_each(`bulk_changes`.`before`) draft WHERE NOT `bulk_changes`.`undone`;
--> statement-breakpoint
ALTER TABLE `bulk_changes` ADD `plan` text;
--> statement-breakpoint
ALTER TABLE `bulk_changes` DROP COLUMN `before`;
