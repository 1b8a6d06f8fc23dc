import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { loadDemo } from '../../src/cli/load-demo';
import { Database } from '../../src/data/database';
import { freshenAllCards } from '../../src/services/catalog/cards';
import { START } from './start';

declare module 'vitest' {
  export interface ProvidedContext {
    /** the file of a database with the demo in it as of {@link START}, to be copied */
    demoAtStart: string;
    /** the file of a migrated database with nothing in it, to be copied */
    emptyAtStart: string;
  }
}

async function makeTemplate(file: string, demo: boolean): Promise<string> {
  const database = await Database.open(`file:${file}`);
  const context = { database, now: () => new Date(START) };
  await database.migrate();
  if (demo) {
    await loadDemo(context);
    // What the lists show of a product is found out once, and not by every test that looks at a list.
    await freshenAllCards(context);
  }
  database.close();
  return file;
}

/** Makes the databases that every integration test begins with a copy of. */
export default async function setUp({ provide }: TestProject): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-template-'));
  provide('demoAtStart', await makeTemplate(join(folder, 'demo.db'), true));
  provide('emptyAtStart', await makeTemplate(join(folder, 'empty.db'), false));
  return () => rmSync(folder, { recursive: true, force: true });
}
