CREATE TABLE `sign_in_rules` (
	`id` integer PRIMARY KEY NOT NULL,
	`second_factor` text NOT NULL
);
