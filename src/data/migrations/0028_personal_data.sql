ALTER TABLE `orders` ADD `anonymous_at` integer;--> statement-breakpoint
CREATE INDEX `orders_known` ON `orders` (`placed_at`) WHERE "orders"."anonymous_at" is null;--> statement-breakpoint
CREATE INDEX `baskets_touched` ON `baskets` (`updated_at`);