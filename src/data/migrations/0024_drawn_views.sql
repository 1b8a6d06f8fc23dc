CREATE TABLE `line_views` (
	`hash` text PRIMARY KEY NOT NULL,
	`line_id` integer NOT NULL,
	`view` text NOT NULL,
	`position` integer NOT NULL,
	`title` text NOT NULL,
	`scene` text NOT NULL,
	FOREIGN KEY (`line_id`) REFERENCES `order_lines`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `line_views_line` ON `line_views` (`line_id`);