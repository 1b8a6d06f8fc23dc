CREATE TABLE `price_list_revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`rank` integer NOT NULL,
	`definition` text,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `price_list_revisions_at` ON `price_list_revisions` (`at`);--> statement-breakpoint
CREATE TABLE `price_lists` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`rank` integer NOT NULL,
	`definition` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `price_lists_key_unique` ON `price_lists` (`key`);--> statement-breakpoint
CREATE TRIGGER `catalog_state_price_lists_insert` AFTER INSERT ON `price_lists` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;--> statement-breakpoint
CREATE TRIGGER `catalog_state_price_lists_update` AFTER UPDATE ON `price_lists` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;--> statement-breakpoint
CREATE TRIGGER `catalog_state_price_lists_delete` AFTER DELETE ON `price_lists` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;