ALTER TABLE `products` ADD `draft_link` text;--> statement-breakpoint
CREATE UNIQUE INDEX `products_draft_link` ON `products` (`draft_link`);