import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

const alias = { '@': fileURLToPath(new URL('./src', import.meta.url)) };

/** What takes longest comes first, so that no core waits for it at the end: short files may try very much. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files);
    const isFuzz = ({ moduleId }: TestSpecification) => moduleId.includes('/tests/fuzz/');
    return [...sorted.filter(isFuzz), ...sorted.filter((file) => !isFuzz(file))];
  }
}

/** Four kinds of test, run together or one by one with `--project`. */
export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    projects: [
      // Nothing of the core keeps anything from one test to the next, so its files share what they import. Left alone,
      // one core of two would have nothing to do.
      {
        resolve: { alias },
        test: {
          name: 'unit',
          isolate: false,
          maxWorkers: 2,
          // A busy machine takes several times as long as a quiet one, which is no fault.
          testTimeout: 300_000,
          setupFiles: ['tests/support/seed.ts'],
          include: ['src/**/*.test.ts', 'tests/reference/**/*.test.ts', 'tests/fuzz/**/*.test.ts'],
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'integration',
          isolate: false,
          maxWorkers: 2,
          globalSetup: ['tests/support/demo-at-start.ts'],
          include: ['tests/integration/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          setupFiles: ['tests/support/seed.ts'],
        },
      },
      // What these put in the place of modules is theirs alone.
      {
        resolve: { alias },
        test: {
          name: 'apart',
          include: ['tests/apart/**/*.test.ts'],
          testTimeout: 120_000,
          setupFiles: ['tests/support/seed.ts'],
        },
      },
      {
        resolve: { alias },
        test: {
          name: 'e2e',
          isolate: false,
          include: ['tests/e2e/**/*.test.ts'],
          globalSetup: ['tests/support/demo-once.ts'],
          testTimeout: 120_000,
          hookTimeout: 240_000,
          // A machine that is busy with something else may lose a race that no person would: what holds only the second
          // time is told at the end of `npm test`.
          retry: 1,
          // Each file has a browser and a server of its own; the machines that run this are small.
          maxWorkers: 2,
        },
      },
    ],
  },
});
