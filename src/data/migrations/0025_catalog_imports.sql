CREATE TABLE `catalog_imports` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`name` text NOT NULL,
	`words` text NOT NULL,
	`former` text,
	`came` text,
	`undone` integer DEFAULT false NOT NULL,
	`at` integer NOT NULL
);
