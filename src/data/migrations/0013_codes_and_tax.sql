CREATE TABLE `basket_codes` (
	`basket` text NOT NULL,
	`code_id` integer NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`basket`, `code_id`),
	FOREIGN KEY (`basket`) REFERENCES `baskets`(`token`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`code_id`) REFERENCES `discount_codes`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `discount_codes` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`discount_id` integer NOT NULL,
	`code` text NOT NULL,
	`plain` text NOT NULL,
	FOREIGN KEY (`discount_id`) REFERENCES `discounts`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `discount_codes_plain_unique` ON `discount_codes` (`plain`);--> statement-breakpoint
CREATE INDEX `discount_codes_discount` ON `discount_codes` (`discount_id`);--> statement-breakpoint
CREATE TABLE `discount_uses` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`code_id` integer NOT NULL,
	`order_id` integer NOT NULL,
	`customer` text NOT NULL,
	FOREIGN KEY (`code_id`) REFERENCES `discount_codes`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `discount_uses_code` ON `discount_uses` (`code_id`);--> statement-breakpoint
CREATE INDEX `discount_uses_order` ON `discount_uses` (`order_id`);--> statement-breakpoint
CREATE TABLE `discounts` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`definition` text NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `discounts_key_unique` ON `discounts` (`key`);--> statement-breakpoint
ALTER TABLE `baskets` ADD `country` text;--> statement-breakpoint
ALTER TABLE `orders` ADD `sums` text;