CREATE TABLE `product_group_prices` (
	`product_id` integer NOT NULL,
	`for_group` text NOT NULL,
	`price_from` real NOT NULL,
	PRIMARY KEY(`product_id`, `for_group`)
);
--> statement-breakpoint
CREATE INDEX `product_group_prices_groups` ON `product_group_prices` (`for_group`,`product_id`,`price_from`);--> statement-breakpoint
CREATE TABLE `product_needs` (
	`product_id` integer NOT NULL,
	`clause` integer NOT NULL,
	`way` integer NOT NULL,
	`stock` text NOT NULL,
	`quantity` real NOT NULL,
	`length` real NOT NULL,
	`for_some` integer NOT NULL,
	PRIMARY KEY(`product_id`, `clause`, `way`, `stock`)
);
--> statement-breakpoint
CREATE INDEX `product_needs_stock` ON `product_needs` (`stock`,`quantity`,`length`,`product_id`);--> statement-breakpoint
CREATE TABLE `product_traits` (
	`product_id` integer NOT NULL,
	`trait_id` integer NOT NULL,
	`for_group` text DEFAULT '' NOT NULL,
	PRIMARY KEY(`product_id`, `trait_id`, `for_group`)
);
--> statement-breakpoint
CREATE INDEX `product_traits_products` ON `product_traits` (`for_group`,`trait_id`,`product_id`);--> statement-breakpoint
CREATE TABLE `traits` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`value` text NOT NULL,
	`name_key` text NOT NULL,
	`value_key` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `traits_keys` ON `traits` (`name_key`,`value_key`);--> statement-breakpoint
DROP INDEX `product_cards_titles`;--> statement-breakpoint
CREATE INDEX `product_cards_shelves` ON `product_cards` (`of`,`sold_where`,`title_key`,`product_id`,`category`,`price_from`,`made_from`);
--> statement-breakpoint
CREATE VIRTUAL TABLE `shop_search` USING fts5(title, category, summary, words, tokenize = "unicode61 remove_diacritics 2", prefix = '2 3');
--> statement-breakpoint
INSERT INTO `shop_search` (`shop_search`, rank) VALUES ('rank', 'bm25(10.0, 2.0, 3.0, 4.0)');
--> statement-breakpoint
INSERT INTO `shop_search` (rowid, title, category, summary, words) SELECT `product_id`, json_extract(`card`, '$.title'), json_extract(`card`, '$.category'), json_extract(`card`, '$.summary'), '' FROM `product_cards` WHERE `of` = 'published' AND `sold_where` = 'shop';
--> statement-breakpoint
INSERT INTO `product_needs` (`product_id`, `clause`, `way`, `stock`, `quantity`, `length`, `for_some`) SELECT `product_cards`.`product_id`, clause.key, way.key, json_extract(need.value, '$.stock'), max(coalesce(CAST(json_extract(need.value, '$.quantity') AS REAL), 0)), max(coalesce(CAST(json_extract(piece.value, '$.length') AS REAL), 0)), json_extract(way.value, '$.groups') IS NOT NULL FROM `product_cards`, json_each(`product_cards`.`card`, '$.soldOutWhile') AS clause, json_each(clause.value) AS way, json_each(way.value, '$.needs') AS need LEFT JOIN json_each(need.value, '$.pieces') AS piece WHERE `product_cards`.`of` = 'published' AND `product_cards`.`sold_where` = 'shop' GROUP BY 1, 2, 3, 4;
--> statement-breakpoint
CREATE TRIGGER `shop_filters_insert` AFTER INSERT ON `product_cards` WHEN new.of = 'published' BEGIN DELETE FROM `product_traits` WHERE `product_id` = new.product_id; DELETE FROM `product_needs` WHERE `product_id` = new.product_id; DELETE FROM `product_group_prices` WHERE `product_id` = new.product_id; DELETE FROM `shop_search` WHERE rowid = new.product_id; INSERT INTO `shop_search` (rowid, title, category, summary, words) SELECT new.product_id, json_extract(new.card, '$.title'), json_extract(new.card, '$.category'), json_extract(new.card, '$.summary'), json_extract(new.card, '$.words') WHERE new.sold_where = 'shop'; INSERT INTO `traits` (`name`, `value`, `name_key`, `value_key`) SELECT json_extract(said.value, '$.name'), json_extract(said.value, '$.value'), json_extract(said.value, '$.nameKey'), json_extract(said.value, '$.valueKey') FROM json_each(new.card, '$.traits') AS said WHERE new.sold_where = 'shop' AND NOT EXISTS (SELECT 1 FROM `traits` WHERE `traits`.`name_key` = json_extract(said.value, '$.nameKey') AND `traits`.`value_key` = json_extract(said.value, '$.valueKey')); INSERT INTO `product_traits` (`product_id`, `trait_id`, `for_group`) SELECT new.product_id, `traits`.`id`, coalesce(theirs.value, '') FROM json_each(new.card, '$.traits') AS said JOIN `traits` ON `traits`.`name_key` = json_extract(said.value, '$.nameKey') AND `traits`.`value_key` = json_extract(said.value, '$.valueKey') LEFT JOIN json_each(said.value, '$.groups') AS theirs WHERE new.sold_where = 'shop'; INSERT INTO `product_group_prices` (`product_id`, `for_group`, `price_from`) SELECT new.product_id, theirs.key, theirs.value FROM json_each(new.card, '$.groupPricesFrom') AS theirs WHERE new.sold_where = 'shop'; INSERT INTO `product_needs` (`product_id`, `clause`, `way`, `stock`, `quantity`, `length`, `for_some`) SELECT new.product_id, clause.key, way.key, json_extract(need.value, '$.stock'), max(coalesce(CAST(json_extract(need.value, '$.quantity') AS REAL), 0)), max(coalesce(CAST(json_extract(piece.value, '$.length') AS REAL), 0)), json_extract(way.value, '$.groups') IS NOT NULL FROM json_each(new.card, '$.soldOutWhile') AS clause, json_each(clause.value) AS way, json_each(way.value, '$.needs') AS need LEFT JOIN json_each(need.value, '$.pieces') AS piece WHERE new.sold_where = 'shop' GROUP BY 1, 2, 3, 4; END;
--> statement-breakpoint
CREATE TRIGGER `shop_filters_update` AFTER UPDATE OF card, sold_where ON `product_cards` WHEN new.of = 'published' AND (old.card IS NOT new.card OR old.sold_where <> new.sold_where) BEGIN DELETE FROM `product_traits` WHERE `product_id` = new.product_id; DELETE FROM `product_needs` WHERE `product_id` = new.product_id; DELETE FROM `product_group_prices` WHERE `product_id` = new.product_id; DELETE FROM `shop_search` WHERE rowid = new.product_id; INSERT INTO `shop_search` (rowid, title, category, summary, words) SELECT new.product_id, json_extract(new.card, '$.title'), json_extract(new.card, '$.category'), json_extract(new.card, '$.summary'), json_extract(new.card, '$.words') WHERE new.sold_where = 'shop'; INSERT INTO `traits` (`name`, `value`, `name_key`, `value_key`) SELECT json_extract(said.value, '$.name'), json_extract(said.value, '$.value'), json_extract(said.value, '$.nameKey'), json_extract(said.value, '$.valueKey') FROM json_each(new.card, '$.traits') AS said WHERE new.sold_where = 'shop' AND NOT EXISTS (SELECT 1 FROM `traits` WHERE `traits`.`name_key` = json_extract(said.value, '$.nameKey') AND `traits`.`value_key` = json_extract(said.value, '$.valueKey')); INSERT INTO `product_traits` (`product_id`, `trait_id`, `for_group`) SELECT new.product_id, `traits`.`id`, coalesce(theirs.value, '') FROM json_each(new.card, '$.traits') AS said JOIN `traits` ON `traits`.`name_key` = json_extract(said.value, '$.nameKey') AND `traits`.`value_key` = json_extract(said.value, '$.valueKey') LEFT JOIN json_each(said.value, '$.groups') AS theirs WHERE new.sold_where = 'shop'; INSERT INTO `product_group_prices` (`product_id`, `for_group`, `price_from`) SELECT new.product_id, theirs.key, theirs.value FROM json_each(new.card, '$.groupPricesFrom') AS theirs WHERE new.sold_where = 'shop'; INSERT INTO `product_needs` (`product_id`, `clause`, `way`, `stock`, `quantity`, `length`, `for_some`) SELECT new.product_id, clause.key, way.key, json_extract(need.value, '$.stock'), max(coalesce(CAST(json_extract(need.value, '$.quantity') AS REAL), 0)), max(coalesce(CAST(json_extract(piece.value, '$.length') AS REAL), 0)), json_extract(way.value, '$.groups') IS NOT NULL FROM json_each(new.card, '$.soldOutWhile') AS clause, json_each(clause.value) AS way, json_each(way.value, '$.needs') AS need LEFT JOIN json_each(need.value, '$.pieces') AS piece WHERE new.sold_where = 'shop' GROUP BY 1, 2, 3, 4; END;
--> statement-breakpoint
CREATE TRIGGER `shop_filters_delete` AFTER DELETE ON `product_cards` WHEN old.of = 'published' BEGIN DELETE FROM `product_traits` WHERE `product_id` = old.product_id; DELETE FROM `product_needs` WHERE `product_id` = old.product_id; DELETE FROM `product_group_prices` WHERE `product_id` = old.product_id; DELETE FROM `shop_search` WHERE rowid = old.product_id; END;
