ALTER TABLE `basket_lines` ADD `parts` text;--> statement-breakpoint
ALTER TABLE `order_lines` ADD `parts` text;