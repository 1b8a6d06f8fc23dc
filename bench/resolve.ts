import { strict as assert } from 'node:assert';
import { compile } from '../src/core/compile';
import { Exact } from '../src/core/number';
import { type Resolution, resolve } from '../src/core/run';
import { whereText } from '../src/core/selection';
import { stockViewOf } from '../src/core/stock';
import { byHand, handOutcome } from './by-hand';
import { libraryOutcome, libraryProgram } from './by-libraries';
import { onHand, type Outcome, product, selections, surroundings } from './product';

/** Resolves per second of a product of twelve choices: Oak Knot, general-purpose libraries, one function by hand. */

const program = compile(product, surroundings);
const stock = new Map(Object.entries(onHand).map(([key, amount]) => [key, Exact.from(amount)]));
const context = { stock: stockViewOf((key) => stock.get(key)), today: '2026-11-24' };
const libraries = libraryProgram(product);
const handStock = { board: 400 * 10_000, hinge: 900 };

function ours(resolution: Resolution): Outcome {
  const money = (amount: Exact | null) => amount && amount.toFixed(4);
  return {
    state: resolution.state,
    problems: resolution.problems.map(({ where }) => whereText(where)),
    key: resolution.item.key,
    sku: resolution.item.sku,
    working: resolution.working.map(({ amount }) => amount.toFixed(4)),
    unitPrice: money(resolution.unitPrice),
    lineTotal: money(resolution.lineTotal),
    weight: resolution.weight && resolution.weight.value.toFixed(3),
    draws: resolution.draws.map(({ stock: item, total }) => `${item} ${total.value.toFixed(4)}`),
    canSupply: resolution.availability.canSupply,
  };
}

// A comparison counts only between things that give the same answer.
for (const selection of selections) {
  const expected = ours(resolve(program, selection, context));
  assert.deepEqual(libraryOutcome(libraries(selection, onHand)), expected, 'the libraries give another answer');
  assert.deepEqual(handOutcome(byHand(selection, handStock)), expected, 'the function by hand gives another answer');
}

const WAYS = {
  'Oak Knot': () => selections.map((selection) => resolve(program, selection, context)).length,
  libraries: () => selections.map((selection) => libraries(selection, onHand)).length,
  'by hand': () => selections.map((selection) => byHand(selection, handStock)).length,
};
type Way = keyof typeof WAYS;
const names = Object.keys(WAYS) as Way[];

const ROUND_MILLISECONDS = 250;
const ROUNDS = 15;

/** Resolves per second in one round. */
function round(way: Way): number {
  const run = WAYS[way];
  const start = performance.now();
  let resolved = 0;
  let elapsed = 0;
  do {
    for (let count = 0; count < 20; count += 1) resolved += run();
    elapsed = performance.now() - start;
  } while (elapsed < ROUND_MILLISECONDS);
  return (resolved / elapsed) * 1000;
}

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

for (const name of names) round(name);
// In turn, so that a machine whose speed drifts drifts for all of them.
const rounds = Array.from(
  { length: ROUNDS },
  () => Object.fromEntries(names.map((name) => [name, round(name)])) as Record<Way, number>,
);

const figure = (value: number) => Math.round(value).toLocaleString('en-GB').padStart(11);
process.stdout.write(
  `Resolves per second, a product of ${product.choices.length} choices, median of ${ROUNDS} rounds in turn:\n`,
);
for (const name of names)
  process.stdout.write(`  ${name.padEnd(10)} ${figure(median(rounds.map((one) => one[name])))}\n`);
const against = (name: Way) => median(rounds.map((one) => one['Oak Knot'] / one[name]));
process.stdout.write(
  `Oak Knot is ${against('libraries').toFixed(1)} times as fast as the libraries (aim: at least 20)\n`,
);
process.stdout.write(
  `and takes ${(1 / against('by hand')).toFixed(2)} times as long as the function by hand (aim: at most 3).\n`,
);
