CREATE TABLE `cuts` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`order_id` integer NOT NULL,
	`item_id` integer NOT NULL,
	`lot_id` integer,
	`length` text NOT NULL,
	`count` integer NOT NULL,
	`state` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`item_id`) REFERENCES `stock_items`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`lot_id`) REFERENCES `stock_lots`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `cuts_item` ON `cuts` (`item_id`,`state`);--> statement-breakpoint
CREATE INDEX `cuts_order` ON `cuts` (`order_id`);--> statement-breakpoint
CREATE TABLE `stock_lots` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`item_id` integer NOT NULL,
	`label` text NOT NULL,
	`length` text NOT NULL,
	`left` text NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `stock_items`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `stock_lots_label` ON `stock_lots` (`item_id`,`label`);--> statement-breakpoint
ALTER TABLE `stock_items` ADD `cut_from` text;--> statement-breakpoint
ALTER TABLE `stock_movements` ADD `lot_id` integer REFERENCES stock_lots(id);