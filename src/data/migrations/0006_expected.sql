CREATE TABLE `expected_receipts` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`item_id` integer NOT NULL,
	`quantity` text NOT NULL,
	`day` text NOT NULL,
	`note` text DEFAULT '' NOT NULL,
	`at` integer NOT NULL,
	FOREIGN KEY (`item_id`) REFERENCES `stock_items`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `expected_receipts_item` ON `expected_receipts` (`item_id`,`day`);