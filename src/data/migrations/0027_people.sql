CREATE TABLE `api_tokens` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`title` text NOT NULL,
	`hash` text NOT NULL,
	`roles` text NOT NULL,
	`created_at` integer NOT NULL,
	`expires_at` integer NOT NULL,
	`revoked_at` integer,
	`last_used_at` integer
);
--> statement-breakpoint
CREATE UNIQUE INDEX `api_tokens_hash_unique` ON `api_tokens` (`hash`);--> statement-breakpoint
CREATE TABLE `credentials` (
	`id` text PRIMARY KEY NOT NULL,
	`account_id` text NOT NULL,
	`provider_id` text NOT NULL,
	`user_id` text NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` integer,
	`refresh_token_expires_at` integer,
	`scope` text,
	`password` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `credentials_person` ON `credentials` (`user_id`);--> statement-breakpoint
CREATE TABLE `log_entries` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`at` integer NOT NULL,
	`who_kind` text NOT NULL,
	`who_id` text,
	`who_name` text NOT NULL,
	`what` text NOT NULL,
	`about_kind` text NOT NULL,
	`about_key` text,
	`about_title` text NOT NULL,
	`count` integer DEFAULT 1 NOT NULL,
	`changes` text DEFAULT '[]' NOT NULL,
	`words` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `log_entries_about` ON `log_entries` (`about_kind`,`about_key`);--> statement-breakpoint
CREATE INDEX `log_entries_who` ON `log_entries` (`who_id`);--> statement-breakpoint
CREATE TABLE `people` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`email` text NOT NULL,
	`email_verified` integer DEFAULT false NOT NULL,
	`image` text,
	`two_factor_enabled` integer DEFAULT false NOT NULL,
	`roles` text DEFAULT '[]' NOT NULL,
	`ended_at` integer,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `people_email_unique` ON `people` (`email`);--> statement-breakpoint
CREATE TABLE `second_factors` (
	`id` text PRIMARY KEY NOT NULL,
	`secret` text NOT NULL,
	`backup_codes` text NOT NULL,
	`user_id` text NOT NULL,
	`verified` integer DEFAULT true,
	`failed_verification_count` integer DEFAULT 0,
	`locked_until` integer,
	FOREIGN KEY (`user_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `second_factors_person` ON `second_factors` (`user_id`);--> statement-breakpoint
CREATE TABLE `secrets` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`id` text PRIMARY KEY NOT NULL,
	`token` text NOT NULL,
	`user_id` text NOT NULL,
	`expires_at` integer NOT NULL,
	`ip_address` text,
	`user_agent` text,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	FOREIGN KEY (`user_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `sessions_token_unique` ON `sessions` (`token`);--> statement-breakpoint
CREATE INDEX `sessions_person` ON `sessions` (`user_id`);--> statement-breakpoint
CREATE TABLE `sign_in_links` (
	`hash` text PRIMARY KEY NOT NULL,
	`person_id` text,
	`expires_at` integer NOT NULL,
	FOREIGN KEY (`person_id`) REFERENCES `people`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `verifications` (
	`id` text PRIMARY KEY NOT NULL,
	`identifier` text NOT NULL,
	`value` text NOT NULL,
	`expires_at` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `verifications_identifier` ON `verifications` (`identifier`);--> statement-breakpoint
ALTER TABLE `price_list_revisions` ADD `log_entry_id` integer REFERENCES log_entries(id);--> statement-breakpoint
ALTER TABLE `revisions` ADD `log_entry_id` integer REFERENCES log_entries(id);--> statement-breakpoint
ALTER TABLE `sheet_revisions` ADD `log_entry_id` integer REFERENCES log_entries(id);--> statement-breakpoint
ALTER TABLE `stock_movements` ADD `log_entry_id` integer REFERENCES log_entries(id);--> statement-breakpoint
CREATE TRIGGER `log_entries_stay` BEFORE DELETE ON `log_entries` BEGIN SELECT RAISE(ABORT, 'the log is only added to'); END;--> statement-breakpoint
CREATE TRIGGER `log_entries_are_as_written` BEFORE UPDATE ON `log_entries` BEGIN SELECT RAISE(ABORT, 'the log is only added to'); END;
