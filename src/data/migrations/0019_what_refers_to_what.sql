CREATE TABLE `catalog_changes` (
	`kind` text NOT NULL,
	`key` text NOT NULL,
	PRIMARY KEY(`kind`, `key`)
);
--> statement-breakpoint
CREATE TABLE `catalog_parts` (
	`kind` text PRIMARY KEY NOT NULL,
	`state` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `catalog_references` (
	`kind` text NOT NULL,
	`id` integer NOT NULL,
	`of` text NOT NULL,
	`what` text NOT NULL,
	`key` text NOT NULL,
	PRIMARY KEY(`kind`, `id`, `of`, `what`, `key`)
) WITHOUT ROWID;
--> statement-breakpoint
CREATE INDEX `catalog_references_key` ON `catalog_references` (`what`,`key`,`kind`,`of`,`id`);--> statement-breakpoint
CREATE TABLE `catalog_references_due` (
	`kind` text NOT NULL,
	`id` integer NOT NULL,
	`of` text NOT NULL,
	PRIMARY KEY(`kind`, `id`, `of`)
);
--> statement-breakpoint
DROP INDEX `product_cards_seen`;--> statement-breakpoint
ALTER TABLE `product_cards` RENAME COLUMN `seen_in` TO `form`;--> statement-breakpoint
CREATE INDEX `product_cards_forms` ON `product_cards` (`of`,`form`);--> statement-breakpoint
ALTER TABLE `cards_due` ADD `mark` integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `orders_placed` ON `orders` (`placed_at`,`id`);--> statement-breakpoint
CREATE INDEX `stock_items_title` ON `stock_items` (`archived`,title collate nocase);--> statement-breakpoint
CREATE INDEX `products_in_shop` ON `products` (`published_slug`,`published_revision`);
--> statement-breakpoint
INSERT INTO `catalog_parts` (`kind`, `state`) VALUES ('settings', lower(hex(randomblob(16))));
--> statement-breakpoint
INSERT INTO `catalog_parts` (`kind`, `state`) VALUES ('price lists', lower(hex(randomblob(16))));
--> statement-breakpoint
INSERT INTO `catalog_parts` (`kind`, `state`) VALUES ('swatches', lower(hex(randomblob(16))));
--> statement-breakpoint
INSERT INTO `catalog_parts` (`kind`, `state`) VALUES ('stock', lower(hex(randomblob(16))));
--> statement-breakpoint
INSERT INTO `catalog_parts` (`kind`, `state`) VALUES ('sheets', lower(hex(randomblob(16))));
--> statement-breakpoint
INSERT INTO `catalog_parts` (`kind`, `state`) VALUES ('products', lower(hex(randomblob(16))));
--> statement-breakpoint
CREATE TRIGGER `changed_settings_insert` AFTER INSERT ON `settings` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'settings'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'settings', '' WHERE '' IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_settings_update` AFTER UPDATE ON `settings` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'settings'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'settings', '' WHERE '' IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_settings_delete` AFTER DELETE ON `settings` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'settings'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'settings', '' WHERE '' IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_price_lists_insert` AFTER INSERT ON `price_lists` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'price lists'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'price lists', '' WHERE '' IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_price_lists_update` AFTER UPDATE ON `price_lists` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'price lists'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'price lists', '' WHERE '' IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_price_lists_delete` AFTER DELETE ON `price_lists` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'price lists'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'price lists', '' WHERE '' IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_swatches_insert` AFTER INSERT ON `swatches` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'swatches'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'swatches', new.`key` WHERE new.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_swatches_update` AFTER UPDATE ON `swatches` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'swatches'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'swatches', old.`key` WHERE old.`key` IS NOT NULL; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'swatches', new.`key` WHERE new.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_swatches_delete` AFTER DELETE ON `swatches` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'swatches'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'swatches', old.`key` WHERE old.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_stock_insert` AFTER INSERT ON `stock_items` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'stock'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'stock', new.`key` WHERE new.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_stock_update` AFTER UPDATE OF key, title, unit, cut_from ON `stock_items` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'stock'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'stock', old.`key` WHERE old.`key` IS NOT NULL; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'stock', new.`key` WHERE new.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_stock_delete` AFTER DELETE ON `stock_items` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'stock'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'stock', old.`key` WHERE old.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_sheets_insert` AFTER INSERT ON `sheets` WHEN new.published_revision IS NOT NULL BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'sheets'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'sheets', new.`key` WHERE new.`key` IS NOT NULL; UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `changed_sheets_update` AFTER UPDATE OF published_revision ON `sheets` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'sheets'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'sheets', new.`key` WHERE new.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_sheets_delete` AFTER DELETE ON `sheets` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'sheets'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'sheets', old.`key` WHERE old.`key` IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_products_insert` AFTER INSERT ON `products` WHEN new.published_revision IS NOT NULL BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'products'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'products', new.published_slug WHERE new.published_slug IS NOT NULL; UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `changed_products_update` AFTER UPDATE OF published_revision, published_slug ON `products` BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'products'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'products', old.published_slug WHERE old.published_slug IS NOT NULL; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'products', new.published_slug WHERE new.published_slug IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `changed_products_delete` AFTER DELETE ON `products` WHEN old.published_revision IS NOT NULL BEGIN UPDATE `catalog_parts` SET `state` = lower(hex(randomblob(16))) WHERE `kind` = 'products'; INSERT OR IGNORE INTO `catalog_changes` (`kind`, `key`) SELECT 'products', old.published_slug WHERE old.published_slug IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `references_products_insert` AFTER INSERT ON `products` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('product', new.id, 'draft'); INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('product', new.id, 'published'); END;
--> statement-breakpoint
CREATE TRIGGER `references_products_draft` AFTER UPDATE OF draft ON `products` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('product', new.id, 'draft'); END;
--> statement-breakpoint
CREATE TRIGGER `references_products_published` AFTER UPDATE OF published_revision ON `products` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('product', new.id, 'published'); END;
--> statement-breakpoint
CREATE TRIGGER `references_products_delete` AFTER DELETE ON `products` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('product', old.id, 'draft'); INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('product', old.id, 'published'); END;
--> statement-breakpoint
INSERT INTO `catalog_references_due` (`kind`, `id`, `of`) SELECT 'product', `id`, 'draft' FROM `products`;
--> statement-breakpoint
INSERT INTO `catalog_references_due` (`kind`, `id`, `of`) SELECT 'product', `id`, 'published' FROM `products` WHERE `published_revision` IS NOT NULL;
--> statement-breakpoint
CREATE TRIGGER `references_sheets_insert` AFTER INSERT ON `sheets` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('sheet', new.id, 'draft'); INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('sheet', new.id, 'published'); END;
--> statement-breakpoint
CREATE TRIGGER `references_sheets_draft` AFTER UPDATE OF draft ON `sheets` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('sheet', new.id, 'draft'); END;
--> statement-breakpoint
CREATE TRIGGER `references_sheets_published` AFTER UPDATE OF published_revision ON `sheets` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('sheet', new.id, 'published'); END;
--> statement-breakpoint
CREATE TRIGGER `references_sheets_delete` AFTER DELETE ON `sheets` BEGIN INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('sheet', old.id, 'draft'); INSERT OR IGNORE INTO `catalog_references_due` (`kind`, `id`, `of`) VALUES ('sheet', old.id, 'published'); END;
--> statement-breakpoint
INSERT INTO `catalog_references_due` (`kind`, `id`, `of`) SELECT 'sheet', `id`, 'draft' FROM `sheets`;
--> statement-breakpoint
INSERT INTO `catalog_references_due` (`kind`, `id`, `of`) SELECT 'sheet', `id`, 'published' FROM `sheets` WHERE `published_revision` IS NOT NULL;
--> statement-breakpoint
DROP TRIGGER `cards_due_insert`;
--> statement-breakpoint
DROP TRIGGER `cards_due_draft`;
--> statement-breakpoint
DROP TRIGGER `cards_due_published`;
--> statement-breakpoint
CREATE TRIGGER `cards_due_insert` AFTER INSERT ON `products` BEGIN INSERT INTO `cards_due` (`product_id`, `of`, `mark`) SELECT new.id, 'draft', abs(random() % 9007199254740991) WHERE true ON CONFLICT DO UPDATE SET `mark` = excluded.`mark`; INSERT INTO `cards_due` (`product_id`, `of`, `mark`) SELECT new.id, 'published', abs(random() % 9007199254740991) WHERE new.published_revision IS NOT NULL ON CONFLICT DO UPDATE SET `mark` = excluded.`mark`; END;
--> statement-breakpoint
CREATE TRIGGER `cards_due_draft` AFTER UPDATE OF draft_version ON `products` WHEN old.draft_version <> new.draft_version BEGIN INSERT INTO `cards_due` (`product_id`, `of`, `mark`) SELECT new.id, 'draft', abs(random() % 9007199254740991) WHERE true ON CONFLICT DO UPDATE SET `mark` = excluded.`mark`; END;
--> statement-breakpoint
CREATE TRIGGER `cards_due_published` AFTER UPDATE OF published_revision ON `products` WHEN new.published_revision IS NOT NULL AND old.published_revision IS NOT new.published_revision BEGIN INSERT INTO `cards_due` (`product_id`, `of`, `mark`) SELECT new.id, 'published', abs(random() % 9007199254740991) WHERE true ON CONFLICT DO UPDATE SET `mark` = excluded.`mark`; END;
--> statement-breakpoint
CREATE VIRTUAL TABLE `stock_search` USING fts5(title, key, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3');
--> statement-breakpoint
INSERT INTO `stock_search` (`stock_search`, rank) VALUES ('rank', 'bm25(10.0, 4.0)');
--> statement-breakpoint
INSERT INTO `stock_search` (rowid, title, key) SELECT `id`, `title`, `key` FROM `stock_items`;
--> statement-breakpoint
CREATE TRIGGER `stock_search_insert` AFTER INSERT ON `stock_items` BEGIN INSERT INTO `stock_search` (rowid, title, key) VALUES (new.id, new.title, new.key); END;
--> statement-breakpoint
CREATE TRIGGER `stock_search_update` AFTER UPDATE OF title, key ON `stock_items` WHEN old.title <> new.title OR old.key <> new.key BEGIN UPDATE `stock_search` SET title = new.title, key = new.key WHERE rowid = new.id; END;
--> statement-breakpoint
CREATE TRIGGER `stock_search_delete` AFTER DELETE ON `stock_items` BEGIN DELETE FROM `stock_search` WHERE rowid = old.id; END;
