import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { Database } from '../../src/data/database';
import { freshenAllCards } from '../../src/services/catalog/cards';
import { prepareDemo } from './server';

declare module 'vitest' {
  export interface ProvidedContext {
    /** the file of a database with the demo in it, to be copied */
    demoDatabase: string;
    /** the file of a database with nothing in it, to be copied */
    emptyDatabase: string;
  }
}

/** Loads the demo once: every browser test begins with a copy of it. */
export default async function setUp({ provide }: TestProject): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-demo-'));
  const demoDatabase = join(folder, 'shop.db');
  prepareDemo(demoDatabase);
  // What the lists show is found out once, and not anew by the server of every file.
  const loaded = await Database.open(`file:${demoDatabase}`);
  await freshenAllCards({ database: loaded, now: () => new Date() });
  loaded.close();
  provide('demoDatabase', demoDatabase);
  const emptyDatabase = join(folder, 'empty.db');
  const database = await Database.open(`file:${emptyDatabase}`);
  await database.migrate();
  database.close();
  provide('emptyDatabase', emptyDatabase);
  return () => rmSync(folder, { recursive: true, force: true });
}
