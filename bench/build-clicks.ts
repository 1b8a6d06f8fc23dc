import { NextClick } from '../src/core/analysis';
import { type GeneratedBuild, generatedBuild, programOfBuild, slugOf } from '../tests/support/generated-build';
import { Random } from '../tests/support/generated-products';

/** The build that is clicked through: the same wherever it is measured. */
export const [SLOTS, CANDIDATES, SENTENCES, CLICKS] = [12, 40, 30, 150];
const TODAY = '2026-11-26';
/** After so many clicks somebody begins anew. */
const CLICKS_PER_BUILD = 30;
/** As many steps as a shop page gives a click. */
const STEPS = 100_000;

/** A click: how long the page needs to know what is left, in milliseconds, and by slot the candidate picked then. */
export interface Click {
  readonly milliseconds: number;
  readonly picked: Readonly<Record<number, number>>;
}

/** The build, and how long it takes to be compiled and to be ready for clicks, in milliseconds. */
export function prepareClicks() {
  const build: GeneratedBuild = generatedBuild(7, SLOTS, CANDIDATES, SENTENCES);
  const start = performance.now();
  const program = programOfBuild(build);
  const compiled = performance.now();
  const next = new NextClick(program, TODAY);
  return { build, next, compiled: compiled - start, ready: performance.now() - compiled };
}

/** Clicks through the build at random, always the same way. */
export function* clicks(next: NextClick): Generator<Click> {
  const random = new Random(11);
  let answers: Record<string, unknown> = {};
  let before: Record<number, number> = {};
  for (let click = 0; click < CLICKS; click += 1) {
    if (click % CLICKS_PER_BUILD === 0) [answers, before] = [{}, {}];
    const [slot, candidate] = [random.below(SLOTS), random.below(CANDIDATES)];
    const key = `slot${slot}`;
    const [tried, picked] = [
      { ...answers, [key]: [slugOf(slot, candidate)] },
      { ...before, [slot]: candidate },
    ];
    const start = performance.now();
    const outlook = next.look({ answers: tried, quantity: 1 }, { stock: null, today: TODAY }, key, STEPS);
    yield { milliseconds: performance.now() - start, picked };
    if (outlook.kind === 'open') [answers, before] = [tried, picked];
  }
}
