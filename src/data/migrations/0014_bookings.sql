CREATE TABLE `bookings` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`product_id` integer NOT NULL,
	`period` text NOT NULL,
	`pieces` integer NOT NULL,
	`order_id` integer NOT NULL,
	FOREIGN KEY (`product_id`) REFERENCES `products`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`order_id`) REFERENCES `orders`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `bookings_product` ON `bookings` (`product_id`,`period`);--> statement-breakpoint
CREATE INDEX `bookings_order` ON `bookings` (`order_id`);