DROP INDEX `product_group_prices_groups`;--> statement-breakpoint
CREATE INDEX `bin_listed` ON `bin` (`at`,`title`,`kind`);--> statement-breakpoint
CREATE INDEX `media_listed` ON `media` (`created_at`,`hash`,`name`,`type`,`width`,`height`,length("bytes"));