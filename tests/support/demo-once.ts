import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { prepareDemo } from './server';

declare module 'vitest' {
  export interface ProvidedContext {
    /** the file of a database with the demo in it, to be copied */
    demoDatabase: string;
  }
}

/** Loads the demo once: every browser test begins with a copy of it. */
export default function setUp({ provide }: TestProject): () => void {
  const folder = mkdtempSync(join(tmpdir(), 'oak-knot-demo-'));
  const demoDatabase = join(folder, 'shop.db');
  prepareDemo(demoDatabase);
  provide('demoDatabase', demoDatabase);
  return () => rmSync(folder, { recursive: true, force: true });
}
