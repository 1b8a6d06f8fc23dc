CREATE TABLE `bulk_changes` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`words` text NOT NULL,
	`before` text NOT NULL,
	`undone` integer DEFAULT false NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sheet_revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`sheet_id` integer NOT NULL,
	`number` integer NOT NULL,
	`definition` text NOT NULL,
	`draft_version` integer NOT NULL,
	`published_at` integer NOT NULL,
	FOREIGN KEY (`sheet_id`) REFERENCES `sheets`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sheet_revisions_number` ON `sheet_revisions` (`sheet_id`,`number`);--> statement-breakpoint
CREATE TABLE `sheets` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`draft` text NOT NULL,
	`draft_version` integer DEFAULT 1 NOT NULL,
	`draft_saved_by` text DEFAULT '' NOT NULL,
	`title` text NOT NULL,
	`published_revision` integer,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sheets_key_unique` ON `sheets` (`key`);--> statement-breakpoint
CREATE TABLE `swatches` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`key` text NOT NULL,
	`name` text NOT NULL,
	`colours` text NOT NULL,
	`picture` text,
	`family` text DEFAULT '' NOT NULL,
	`supplier_code` text DEFAULT '' NOT NULL,
	`rank` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `swatches_key_unique` ON `swatches` (`key`);--> statement-breakpoint
CREATE TABLE `uploads` (
	`token` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`type` text NOT NULL,
	`size` integer NOT NULL,
	`bytes` blob NOT NULL,
	`kept` integer DEFAULT false NOT NULL,
	`created_at` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `baskets` ADD `customer_group` text;