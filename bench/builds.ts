import { buildSync } from 'esbuild';
import Logic from 'logic-solver';
import { startBrowser } from '../tests/support/browser';
import { fitsBy, slugOf } from '../tests/support/generated-build';
import { CANDIDATES, clicks, CLICKS, prepareClicks, SENTENCES, SLOTS } from './build-clicks';
import { median } from './rounds';

/**
 * What is left after a click in a build of 12 slots of 40 candidates with 30 sentences of what must fit: in Node, in
 * turn with a SAT solver (logic-solver) that is asked which candidates of the other slots still go; and in the browser.
 */
interface Measured {
  readonly compiled: number;
  readonly ready: number;
  readonly clicks: readonly number[];
}

function besideSolver(): Measured & { readonly solver: readonly number[] } {
  const { build, next, ...once } = prepareClicks();
  const solver = new Logic.Solver();
  build.measures.forEach((slot, place) =>
    solver.require(Logic.exactlyOne(...slot.map((_, candidate) => slugOf(place, candidate)))),
  );
  for (const { one, other, property, compare } of build.fits) {
    build.measures[one]?.forEach((left, a) =>
      build.measures[other]?.forEach((right, b) => {
        if (!fitsBy(compare, left[property] ?? 0, right[property] ?? 0))
          solver.require(Logic.or(`-${slugOf(one, a)}`, `-${slugOf(other, b)}`));
      }),
    );
  }
  const ours: number[] = [];
  const theirs: number[] = [];
  for (const { milliseconds, picked } of clicks(next)) {
    const start = performance.now();
    for (let place = 0; place < SLOTS; place += 1) {
      const others = Object.entries(picked).flatMap(([slot, candidate]) =>
        Number(slot) === place ? [] : [slugOf(Number(slot), candidate)],
      );
      for (let one = 0; one < CANDIDATES; one += 1) solver.solveAssuming(Logic.and(...others, slugOf(place, one)));
    }
    theirs.push(performance.now() - start);
    ours.push(milliseconds);
  }
  return { ...once, clicks: ours, solver: theirs };
}

async function inBrowser(): Promise<Measured> {
  const { outputFiles } = buildSync({
    entryPoints: ['bench/builds-in-page.ts'],
    bundle: true,
    minify: true,
    write: false,
    format: 'iife',
    platform: 'browser',
  });
  const browser = await startBrowser();
  try {
    await browser.driver.manage().setTimeouts({ script: 120_000 });
    return await browser.driver.executeScript<Measured>(`${outputFiles[0]?.text ?? ''}; return globalThis.measured;`);
  } finally {
    await browser.close();
  }
}

const at = (values: readonly number[], share: number) =>
  ([...values].sort((a, b) => a - b)[Math.floor(values.length * share)] ?? Number.NaN).toFixed(1);

function say(where: string, { compiled, ready, clicks: times }: Measured): void {
  process.stdout.write(
    `  ${where}: compiled once in ${compiled.toFixed(0)} ms, ready to be asked in ${ready.toFixed(0)} ms; a click: median ${at(times, 0.5)} ms, p95 ${at(times, 0.95)} ms\n`,
  );
}

process.stdout.write(`Builds: ${SLOTS} slots of ${CANDIDATES} with ${SENTENCES} sentences, ${CLICKS} clicks\n`);
const node = besideSolver();
say('in Node', node);
process.stdout.write(
  `  a SAT solver asked of every candidate takes ${(median(node.solver) / median(node.clicks)).toFixed(1)} times as long\n`,
);
say('in the browser (aim: under 16 ms)', await inBrowser());
