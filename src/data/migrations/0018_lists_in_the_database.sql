CREATE TABLE `cards_due` (
	`product_id` integer NOT NULL,
	`of` text NOT NULL,
	PRIMARY KEY(`of`, `product_id`),
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `product_cards` ADD `title_key` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `product_cards` ADD `category` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `product_cards` ADD `sold_where` text DEFAULT 'shop' NOT NULL;--> statement-breakpoint
ALTER TABLE `product_cards` ADD `price_from` real;--> statement-breakpoint
ALTER TABLE `product_cards` ADD `day` text;--> statement-breakpoint
CREATE INDEX `product_cards_titles` ON `product_cards` (`of`,`sold_where`,`title_key`,`product_id`);--> statement-breakpoint
CREATE INDEX `product_cards_categories` ON `product_cards` (`of`,`sold_where`,`category`,`title_key`,`product_id`);--> statement-breakpoint
CREATE INDEX `product_cards_prices` ON `product_cards` (`of`,`product_id`,`price_from`);--> statement-breakpoint
CREATE INDEX `product_cards_seen` ON `product_cards` (`of`,`seen_in`);--> statement-breakpoint
CREATE INDEX `product_cards_days` ON `product_cards` (`of`,`day`);--> statement-breakpoint
ALTER TABLE `products` ADD `title_key` text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `products` ADD `state` text DEFAULT 'draft' NOT NULL;--> statement-breakpoint
CREATE INDEX `products_title_key` ON `products` (`title_key`,`state`);--> statement-breakpoint
CREATE INDEX `products_state` ON `products` (`state`,`title_key`);--> statement-breakpoint
CREATE INDEX `products_category` ON `products` (`category`,`title_key`,`state`);--> statement-breakpoint
CREATE INDEX `products_sku` ON `products` (`sku`,`title_key`,`state`);
--> statement-breakpoint
UPDATE `product_cards` SET `title_key` = lower(json_extract(`card`, '$.title')), `category` = coalesce(json_extract(`card`, '$.category'), ''), `sold_where` = coalesce(json_extract(`card`, '$.soldWhere'), 'shop'), `price_from` = json_extract(`card`, '$.priceFrom'), `day` = json_extract(`card`, '$.day');
--> statement-breakpoint
UPDATE `products` SET `title_key` = lower(`title`), `state` = CASE WHEN `products`.archived_at IS NOT NULL THEN 'archived' WHEN `products`.published_revision IS NULL THEN 'draft' WHEN (SELECT `revisions`.`draft_version` <> `products`.draft_version AND `revisions`.`definition` <> `products`.draft FROM `revisions` WHERE `revisions`.`id` = `products`.published_revision) THEN 'changed' ELSE 'published' END;
--> statement-breakpoint
CREATE TRIGGER `product_state_insert` AFTER INSERT ON `products` BEGIN UPDATE `products` SET `state` = CASE WHEN new.archived_at IS NOT NULL THEN 'archived' WHEN new.published_revision IS NULL THEN 'draft' WHEN (SELECT `revisions`.`draft_version` <> new.draft_version AND `revisions`.`definition` <> new.draft FROM `revisions` WHERE `revisions`.`id` = new.published_revision) THEN 'changed' ELSE 'published' END WHERE `id` = new.id; END;
--> statement-breakpoint
CREATE TRIGGER `product_state_update` AFTER UPDATE OF draft, draft_version, published_revision, archived_at ON `products` BEGIN UPDATE `products` SET `state` = CASE WHEN new.archived_at IS NOT NULL THEN 'archived' WHEN new.published_revision IS NULL THEN 'draft' WHEN (SELECT `revisions`.`draft_version` <> new.draft_version AND `revisions`.`definition` <> new.draft FROM `revisions` WHERE `revisions`.`id` = new.published_revision) THEN 'changed' ELSE 'published' END WHERE `id` = new.id; END;
--> statement-breakpoint
CREATE VIRTUAL TABLE `product_search` USING fts5(title, sku, category, supplier, tags, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3');
--> statement-breakpoint
INSERT INTO `product_search` (`product_search`, rank) VALUES ('rank', 'bm25(10.0, 8.0, 1.0, 1.0, 2.0)');
--> statement-breakpoint
INSERT INTO `product_search` (rowid, title, sku, category, supplier, tags) SELECT `id`, `title`, `sku`, `category`, `supplier`, json_extract(`draft`, '$.tags') FROM `products`;
--> statement-breakpoint
CREATE TRIGGER `product_search_insert` AFTER INSERT ON `products` BEGIN INSERT INTO `product_search` (rowid, title, sku, category, supplier, tags) VALUES (new.id, new.title, new.sku, new.category, new.supplier, json_extract(new.draft, '$.tags')); END;
--> statement-breakpoint
CREATE TRIGGER `product_search_update` AFTER UPDATE OF title, sku, category, supplier, draft ON `products` WHEN old.title <> new.title OR old.sku <> new.sku OR old.category IS NOT new.category OR old.supplier IS NOT new.supplier OR json_extract(old.draft, '$.tags') IS NOT json_extract(new.draft, '$.tags') BEGIN UPDATE `product_search` SET title = new.title, sku = new.sku, category = new.category, supplier = new.supplier, tags = json_extract(new.draft, '$.tags') WHERE rowid = new.id; END;
--> statement-breakpoint
CREATE TRIGGER `product_search_delete` AFTER DELETE ON `products` BEGIN DELETE FROM `product_search` WHERE rowid = old.id; END;
--> statement-breakpoint
DELETE FROM `product_cards` WHERE `of` = 'published' AND `product_id` IN (SELECT `id` FROM `products` WHERE `published_revision` IS NULL);
--> statement-breakpoint
CREATE TRIGGER `product_cards_withdrawn` AFTER UPDATE OF published_revision ON `products` WHEN new.published_revision IS NULL BEGIN DELETE FROM `product_cards` WHERE `product_id` = new.id AND `of` = 'published'; END;
--> statement-breakpoint
INSERT INTO `cards_due` (`product_id`, `of`) SELECT `id`, 'draft' FROM `products` WHERE NOT EXISTS (SELECT 1 FROM `product_cards` WHERE `product_cards`.`product_id` = `products`.`id` AND `product_cards`.`of` = 'draft' AND `product_cards`.`made_from` = `products`.`draft_version`);
--> statement-breakpoint
INSERT INTO `cards_due` (`product_id`, `of`) SELECT `id`, 'published' FROM `products` WHERE `published_revision` IS NOT NULL AND NOT EXISTS (SELECT 1 FROM `product_cards` WHERE `product_cards`.`product_id` = `products`.`id` AND `product_cards`.`of` = 'published' AND `product_cards`.`made_from` = `products`.`published_revision`);
--> statement-breakpoint
CREATE TRIGGER `cards_due_insert` AFTER INSERT ON `products` BEGIN INSERT OR IGNORE INTO `cards_due` (`product_id`, `of`) VALUES (new.id, 'draft'); INSERT OR IGNORE INTO `cards_due` (`product_id`, `of`) SELECT new.id, 'published' WHERE new.published_revision IS NOT NULL; END;
--> statement-breakpoint
CREATE TRIGGER `cards_due_draft` AFTER UPDATE OF draft_version ON `products` WHEN old.draft_version <> new.draft_version BEGIN INSERT OR IGNORE INTO `cards_due` (`product_id`, `of`) VALUES (new.id, 'draft'); END;
--> statement-breakpoint
CREATE TRIGGER `cards_due_published` AFTER UPDATE OF published_revision ON `products` WHEN new.published_revision IS NOT NULL AND old.published_revision IS NOT new.published_revision BEGIN INSERT OR IGNORE INTO `cards_due` (`product_id`, `of`) VALUES (new.id, 'published'); END;
--> statement-breakpoint
CREATE TRIGGER `cards_due_withdrawn` AFTER UPDATE OF published_revision ON `products` WHEN new.published_revision IS NULL BEGIN DELETE FROM `cards_due` WHERE `product_id` = new.id AND `of` = 'published'; END;
--> statement-breakpoint
CREATE INDEX `products_draft_slug` ON `products` (json_extract(`draft`, '$.slug'));
