CREATE TABLE `list_mappings` (
	`supplier` text PRIMARY KEY NOT NULL,
	`mapping` text NOT NULL,
	`used_at` integer NOT NULL
);
