CREATE TABLE `stand_in_payments` (
	`key` text PRIMARY KEY NOT NULL,
	`outcome` text NOT NULL,
	`amount` text NOT NULL,
	`reference` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
DROP INDEX `basket_lines_item`;--> statement-breakpoint
ALTER TABLE `basket_lines` ADD `order_id` integer REFERENCES orders(id);--> statement-breakpoint
CREATE INDEX `basket_lines_order` ON `basket_lines` (`order_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `basket_lines_item` ON `basket_lines` (`basket`,`item_key`) WHERE "basket_lines"."order_id" is null;--> statement-breakpoint
ALTER TABLE `orders` ADD `request_hash` text DEFAULT '' NOT NULL;