CREATE TABLE `typefaces` (
	`hash` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`licence` text NOT NULL,
	`signs` integer NOT NULL,
	`bytes` blob NOT NULL,
	`created_at` integer NOT NULL
);
