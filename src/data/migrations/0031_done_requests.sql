CREATE TABLE `done_requests` (
	`sender` text NOT NULL,
	`name` text NOT NULL,
	`fingerprint` text NOT NULL,
	`status` integer,
	`answer` text,
	`at` integer NOT NULL,
	PRIMARY KEY(`sender`, `name`)
);
--> statement-breakpoint
CREATE INDEX `done_requests_at` ON `done_requests` (`at`);