CREATE TABLE `webhook_messages` (
	`id` text PRIMARY KEY NOT NULL,
	`target_id` integer NOT NULL,
	`type` text NOT NULL,
	`body` text NOT NULL,
	`state` text NOT NULL,
	`tries` integer DEFAULT 0 NOT NULL,
	`next_at` integer NOT NULL,
	`outcome` text,
	`created_at` integer NOT NULL,
	FOREIGN KEY (`target_id`) REFERENCES `webhook_targets`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `webhook_messages_due` ON `webhook_messages` (`state`,`next_at`);--> statement-breakpoint
CREATE INDEX `webhook_messages_target` ON `webhook_messages` (`target_id`,`created_at`);--> statement-breakpoint
CREATE TABLE `webhook_targets` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`url` text NOT NULL,
	`secret` text NOT NULL,
	`events` text NOT NULL,
	`created_at` integer NOT NULL,
	`ended_at` integer
);
