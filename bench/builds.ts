import Logic from 'logic-solver';
import { NextClick, ownChoices } from '../src/core/analysis';
import { fitsBy, generatedBuild, programOfBuild, slugOf } from '../tests/support/generated-build';
import { Random } from '../tests/support/generated-products';
import { median } from './rounds';

/**
 * What is left after a click in a build of 12 slots of 40 candidates with 30 sentences of what must fit, beside a SAT
 * solver (logic-solver) that is asked which candidates of the other slots still go. In one run, in turn.
 */
const [SLOTS, CANDIDATES, SENTENCES, CLICKS] = [12, 40, 30, 150];
const TODAY = '2026-11-26';

const build = generatedBuild(7, SLOTS, CANDIDATES, SENTENCES);
const compiled = performance.now();
const program = ownChoices(programOfBuild(build));
const ready = performance.now();
const next = new NextClick(program, TODAY);
const from = performance.now();

const solver = new Logic.Solver();
build.measures.forEach((slot, place) => solver.require(Logic.exactlyOne(...slot.map((_, candidate) => slugOf(place, candidate)))));
for (const { one, other, property, compare } of build.fits) {
  build.measures[one]?.forEach((left, a) => build.measures[other]?.forEach((right, b) => {
    if (!fitsBy(compare, left[property] ?? 0, right[property] ?? 0)) solver.require(Logic.or(`-${slugOf(one, a)}`, `-${slugOf(other, b)}`));
  }));
}

const random = new Random(11);
const ours: number[] = [];
const theirs: number[] = [];
let answers: Record<string, unknown> = {};
let picked: Record<number, number> = {};
for (let click = 0; click < CLICKS; click += 1) {
  const [slot, candidate] = [random.below(SLOTS), random.below(CANDIDATES)];
  const key = `slot${slot}`;
  const tried = { ...answers, [key]: [slugOf(slot, candidate)] };
  const start = performance.now();
  const outlook = next.look(tried, 1, { stock: null, today: TODAY }, key, 100_000);
  const between = performance.now();
  const names = Object.entries({ ...picked, [slot]: candidate });
  for (let place = 0; place < SLOTS; place += 1) {
    const others = names.flatMap(([other, own]) => (Number(other) === place ? [] : [slugOf(Number(other), own)]));
    for (let one = 0; one < CANDIDATES; one += 1) solver.solveAssuming(Logic.and(...others, slugOf(place, one)));
  }
  const end = performance.now();
  ours.push(between - start);
  theirs.push(end - between);
  if (outlook.kind === 'open') [answers, picked] = [tried, { ...picked, [slot]: candidate }];
  if (click % 30 === 29) [answers, picked] = [{}, {}];
}
const at = (values: readonly number[], share: number) => ([...values].sort((a, b) => a - b)[Math.floor(values.length * share)] ?? Number.NaN).toFixed(1);
process.stdout.write(`Builds: ${SLOTS} slots of ${CANDIDATES} with ${SENTENCES} sentences, ${CLICKS} clicks\n`);
process.stdout.write(`  compiled once in ${(ready - compiled).toFixed(0)} ms, ready to be asked in ${(from - ready).toFixed(0)} ms\n`);
process.stdout.write(`  a click: median ${at(ours, 0.5)} ms, p95 ${at(ours, 0.95)} ms\n`);
process.stdout.write(`  a SAT solver asked of every candidate takes ${(median(theirs) / median(ours)).toFixed(1)} times as long\n`);
