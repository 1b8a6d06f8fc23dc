CREATE TABLE `product_codes` (
	`code` text NOT NULL,
	`product_id` integer NOT NULL,
	PRIMARY KEY(`code`, `product_id`),
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `product_codes_product` ON `product_codes` (`product_id`);--> statement-breakpoint
CREATE TABLE `stock_postings` (
	`token` text PRIMARY KEY NOT NULL,
	`hash` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
INSERT OR IGNORE INTO `product_codes` (`code`, `product_id`) SELECT lower(`sku`), `id` FROM `products` WHERE `sku` <> '' UNION SELECT lower(trim(said.value)), `products`.`id` FROM `products`, json_each(`products`.`draft`, '$.variants') AS variant, json_each(json_array(json_extract(variant.value, '$.sku'), json_extract(variant.value, '$.gtin'))) AS said WHERE trim(coalesce(said.value, '')) <> '';
--> statement-breakpoint
CREATE TRIGGER `product_codes_insert` AFTER INSERT ON `products` BEGIN INSERT OR IGNORE INTO `product_codes` (`code`, `product_id`) SELECT lower(new.sku), new.id WHERE new.sku <> '' UNION SELECT lower(trim(said.value)), new.id FROM json_each(new.draft, '$.variants') AS variant, json_each(json_array(json_extract(variant.value, '$.sku'), json_extract(variant.value, '$.gtin'))) AS said WHERE trim(coalesce(said.value, '')) <> ''; END;
--> statement-breakpoint
CREATE TRIGGER `product_codes_update` AFTER UPDATE OF sku, draft ON `products` WHEN old.sku <> new.sku OR json_extract(old.draft, '$.variants') IS NOT json_extract(new.draft, '$.variants') BEGIN DELETE FROM `product_codes` WHERE `product_id` = new.id; INSERT OR IGNORE INTO `product_codes` (`code`, `product_id`) SELECT lower(new.sku), new.id WHERE new.sku <> '' UNION SELECT lower(trim(said.value)), new.id FROM json_each(new.draft, '$.variants') AS variant, json_each(json_array(json_extract(variant.value, '$.sku'), json_extract(variant.value, '$.gtin'))) AS said WHERE trim(coalesce(said.value, '')) <> ''; END;
