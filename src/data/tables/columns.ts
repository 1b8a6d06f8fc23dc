import { integer } from 'drizzle-orm/sqlite-core';

/** Milliseconds since 1970-01-01 UTC. */
export const instant = (name: string) => integer(name, { mode: 'timestamp_ms' });

export const id = () => integer('id').primaryKey({ autoIncrement: true });
