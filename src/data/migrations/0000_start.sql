CREATE TABLE `basket_lines` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`basket` text NOT NULL,
	`product_id` integer NOT NULL,
	`answers` text NOT NULL,
	`quantity` integer NOT NULL,
	`item_key` text NOT NULL,
	`unit_price` text NOT NULL,
	FOREIGN KEY (`basket`) REFERENCES `baskets`(`token`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `basket_lines_item` ON `basket_lines` (`basket`,`item_key`);--> statement-breakpoint
CREATE TABLE `baskets` (
	`token` text PRIMARY KEY NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `media` (
	`hash` text PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`bytes` blob NOT NULL,
	`width` integer,
	`height` integer,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `order_lines` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`order_id` integer NOT NULL,
	`product_id` integer NOT NULL,
	`revision_id` integer NOT NULL,
	`title` text NOT NULL,
	`sku` text NOT NULL,
	`quantity` integer NOT NULL,
	`unit_price` text NOT NULL,
	`line_total` text NOT NULL,
	`answers` text NOT NULL,
	`resolution` text NOT NULL,
	`picture` text,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`revision_id`) REFERENCES `revisions`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `order_lines_order` ON `order_lines` (`order_id`);--> statement-breakpoint
CREATE TABLE `orders` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`token` text NOT NULL,
	`idempotency_key` text NOT NULL,
	`basket` text NOT NULL,
	`state` text NOT NULL,
	`customer_name` text NOT NULL,
	`customer_email` text NOT NULL,
	`currency` text NOT NULL,
	`total` text NOT NULL,
	`placed_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `orders_token_unique` ON `orders` (`token`);--> statement-breakpoint
CREATE UNIQUE INDEX `orders_idempotency_key_unique` ON `orders` (`idempotency_key`);--> statement-breakpoint
CREATE INDEX `orders_state` ON `orders` (`state`,`placed_at`);--> statement-breakpoint
CREATE TABLE `payments` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`order_id` integer NOT NULL,
	`outcome` text NOT NULL,
	`amount` text NOT NULL,
	`reference` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `presence` (
	`product_id` integer NOT NULL,
	`editor` text NOT NULL,
	`seen_at` integer NOT NULL,
	PRIMARY KEY(`product_id`, `editor`),
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `products` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`draft` text NOT NULL,
	`draft_version` integer DEFAULT 1 NOT NULL,
	`draft_saved_by` text DEFAULT '' NOT NULL,
	`title` text NOT NULL,
	`sku` text NOT NULL,
	`category` text,
	`supplier` text,
	`published_revision` integer,
	`published_slug` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `products_published_slug` ON `products` (`published_slug`);--> statement-breakpoint
CREATE INDEX `products_title` ON `products` (`title`);--> statement-breakpoint
CREATE TABLE `revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`product_id` integer NOT NULL,
	`number` integer NOT NULL,
	`definition` text NOT NULL,
	`draft_version` integer NOT NULL,
	`published_at` integer NOT NULL,
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `revisions_number` ON `revisions` (`product_id`,`number`);--> statement-breakpoint
CREATE TABLE `set_aside_drafts` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`product_id` integer NOT NULL,
	`definition` text NOT NULL,
	`saved_by` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `settings` (
	`name` text PRIMARY KEY NOT NULL,
	`shop` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `stock_items` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`title` text NOT NULL,
	`unit` text NOT NULL,
	`on_hand` text DEFAULT '0' NOT NULL,
	`reserved` text DEFAULT '0' NOT NULL,
	`backorder` text DEFAULT '0' NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `stock_items_key_unique` ON `stock_items` (`key`);--> statement-breakpoint
CREATE TABLE `stock_movements` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`item_id` integer NOT NULL,
	`kind` text NOT NULL,
	`on_hand_change` text NOT NULL,
	`reserved_change` text NOT NULL,
	`on_hand_after` text NOT NULL,
	`reserved_after` text NOT NULL,
	`reason` text NOT NULL,
	`order_id` integer,
	`at` integer NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `stock_items`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `stock_movements_item` ON `stock_movements` (`item_id`,`id`);