CREATE TABLE `bin` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`kind` text NOT NULL,
	`title` text NOT NULL,
	`rows` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `products` ADD `archived_at` integer;