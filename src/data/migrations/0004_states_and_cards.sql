CREATE TABLE `catalog_states` (
	`id` integer PRIMARY KEY NOT NULL,
	`name` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `product_cards` (
	`product_id` integer NOT NULL,
	`of` text NOT NULL,
	`made_from` integer NOT NULL,
	`made_with` text NOT NULL,
	`seen_in` text NOT NULL,
	`card` text NOT NULL,
	PRIMARY KEY(`product_id`, `of`),
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
INSERT INTO `catalog_states` (`id`, `name`) VALUES (1, lower(hex(randomblob(16))));
--> statement-breakpoint
CREATE TRIGGER `catalog_state_settings_insert` AFTER INSERT ON `settings` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_settings_update` AFTER UPDATE ON `settings` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_settings_delete` AFTER DELETE ON `settings` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_swatches_insert` AFTER INSERT ON `swatches` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_swatches_update` AFTER UPDATE ON `swatches` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_swatches_delete` AFTER DELETE ON `swatches` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_sheets_update` AFTER UPDATE OF published_revision ON `sheets` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_sheets_delete` AFTER DELETE ON `sheets` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_stock_items_insert` AFTER INSERT ON `stock_items` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_stock_items_update` AFTER UPDATE OF key, title, unit, cut_from ON `stock_items` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_stock_items_delete` AFTER DELETE ON `stock_items` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_products_update` AFTER UPDATE OF published_revision, published_slug ON `products` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
--> statement-breakpoint
CREATE TRIGGER `catalog_state_products_delete` AFTER DELETE ON `products` BEGIN UPDATE `catalog_states` SET `name` = lower(hex(randomblob(16))) WHERE `id` = 1; END;
