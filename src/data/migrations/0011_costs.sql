ALTER TABLE `stock_items` ADD `cost` text;--> statement-breakpoint
ALTER TABLE `stock_items` ADD `costing` text DEFAULT 'average' NOT NULL;--> statement-breakpoint
ALTER TABLE `stock_movements` ADD `unit_cost` text;