import { strict as assert } from 'node:assert';
import { analyse, NextClick, USUAL_LIMITS } from '../src/core/analysis';
import { productSchema } from '../src/core/catalog';
import { compile } from '../src/core/compile';
import { Exact } from '../src/core/number';
import { type Resolution, resolve } from '../src/core/run';
import { whereText } from '../src/core/selection';
import { stockViewOf } from '../src/core/stock';
import { analyseWhole } from '../tests/support/analyse-whole';
import { largeProduct, Random } from '../tests/support/generated-products';
import { surroundings } from './product';
import { inTurn, median, timesAsFast } from './rounds';
import {
  LISTS,
  MEASURES,
  OPTIONS,
  rules,
  tiedByHand,
  type TiedOutcome,
  tiedProduct,
  type TiedSelection,
} from './tied-product';

/**
 * A product of forty choices whose choices are tied together: resolving it beside a function by hand, and analysing
 * others like it.
 */

const TODAY = '2026-11-25';
const ROUNDS = 9;

const program = compile(tiedProduct, surroundings);
assert.deepEqual(
  program.faults.filter(({ gravity }) => gravity === 'mustFix').map(({ code }) => code),
  [],
);
const boards = Exact.of(400);
const context = { stock: stockViewOf(() => boards), today: TODAY };
const random = new Random(3);
const selections = Array.from({ length: 12 }, (_, number): TiedSelection => {
  const lists = Array.from({ length: LISTS }, (__, list): [string, string] => [
    `c${list}`,
    `o${random.below(OPTIONS)}`,
  ]);
  // Some rules are made to fire.
  for (const rule of rules.slice(number * 2, number * 2 + 5)) {
    lists[rule.first] = [`c${rule.first}`, `o${rule.firstOption}`];
    lists[rule.second] = [`c${rule.second}`, `o${rule.secondOptions[0]}`];
  }
  return {
    answers: Object.fromEntries([
      ...lists,
      ...Array.from({ length: MEASURES }, (__, index): [string, string] => [
        `w${index}`,
        String((100 + random.below(8000)) / 1000),
      ]),
    ]),
    quantity: 1 + random.below(5),
  };
});

function outcome({
  state,
  problems,
  item,
  working,
  counted,
  measures,
  rules: shownRules,
  unitPrice,
  lineTotal,
  shown,
  availability,
}: Resolution): TiedOutcome {
  const hundredths = (amount: Exact | null) => (amount ? Math.round(amount.toApproximateNumber() * 1e9) / 1e5 : NaN);
  return {
    state,
    problems: problems.map(({ where }) => whereText(where)),
    key: item.key,
    sku: item.sku,
    working: working.map(({ label, amount, source }) => ({ label, amount: hundredths(amount), source })),
    counted: counted.map(({ choice, title, shown: words, value }) => ({ choice, title, shown: words, value })),
    details: item.details,
    measures: measures.map(({ formula, name, value }) => ({
      formula,
      name,
      value: name === formula ? hundredths(value) : value.toApproximateNumber(),
    })),
    rules: shownRules.map(({ rule, title, fired }) => ({ rule, title, fired })),
    unitPrice: hundredths(unitPrice),
    lineTotal: hundredths(lineTotal),
    offered: shown.map(({ choice, options }) => ({
      choice,
      options: options.map(({ option, offered }) => ({ option, offered })),
    })),
    canSupply: typeof availability.canSupply === 'number' ? availability.canSupply : NaN,
  };
}

for (const selection of selections) {
  const byHand = tiedByHand(selection, 400);
  const ours = outcome(resolve(program, selection, context));
  const near = (figure: number) => Math.round(figure * 1000) / 1000;
  const comparable = (result: TiedOutcome) => ({
    ...result,
    working: result.working.map((line) => ({ ...line, amount: near(line.amount) })),
    measures: result.measures.map((line) => ({ ...line, value: near(line.value) })),
  });
  assert.deepEqual(comparable(ours), comparable(byHand));
}

const rounds = await inTurn(
  {
    ours: () => selections.map((selection) => resolve(program, selection, context)).length,
    hand: () => selections.map((selection) => tiedByHand(selection, 400)).length,
  },
  ROUNDS,
);
process.stdout.write(
  `Resolving a product of ${LISTS + MEASURES} choices, ${rules.length} rules and 10 formulas takes ${(1 / timesAsFast(rounds, 'ours', 'hand')).toFixed(2)} times as long as a function by hand (aim: at most 3)\n`,
);

// Analysis: products of 40 choices of 8 options with 200 rules, nine in ten within groups of five neighbours.
const SEEDS = [1, 2, 3, 4, 5, 6, 7];
const times = SEEDS.map((seed) => {
  const product = compile(largeProduct(seed), surroundings);
  let [start, counted] = [performance.now(), 0];
  // Options, prices and count are what is asked to be quick; what else is found out on the way is timed apart.
  let asked = 0;
  const running = analyse(product, TODAY);
  for (let before = 0; ;) {
    const { value, done } = running.next();
    const now = performance.now();
    if (['options', 'prices', 'count'].includes(value.done.at(-1) ?? '')) asked += now - start;
    before += now - start;
    start = now;
    if (!done) continue;
    assert.deepEqual(value.cutShort, [], `seed ${seed} was cut short`);
    counted = before;
    break;
  }
  const next = new NextClick(product, TODAY);
  const given: Record<string, string> = {};
  const clicks: number[] = [];
  for (const choice of product.choices) {
    const click = performance.now();
    const outlook = next.look({ answers: given, quantity: 1 }, { stock: null, today: TODAY }, null);
    clicks.push(performance.now() - click);
    if (outlook.kind !== 'open') throw new Error(`seed ${seed}: ${outlook.kind}`);
    const dead = outlook.impossible.get(product.indexOf.get(choice.key) ?? -1);
    given[choice.key] = choice.options.find((_, option) => !dead?.has(option))?.key ?? '';
  }
  return { asked, whole: counted, clicks };
});
const most = (values: readonly number[]) => Math.max(...values).toFixed(1);
const clicks = times.flatMap((time) => time.clicks);
process.stdout.write(`Analysing ${SEEDS.length} products of 40 choices of 8 options with 200 rules:\n`);
process.stdout.write(
  `  count, dead options and price range: median ${median(times.map(({ asked }) => asked)).toFixed(0)} ms, longest ${most(times.map(({ asked }) => asked))} ms (aim: under 1000)\n`,
);
process.stdout.write(
  `  all that is analysed: median ${median(times.map(({ whole }) => whole)).toFixed(0)} ms, longest ${most(times.map(({ whole }) => whole))} ms\n`,
);
process.stdout.write(
  `  what the next click leaves open, from nothing answered to everything: median ${median(clicks).toFixed(2)} ms, longest ${most(clicks)} ms (aim: under 5)\n`,
);
// Beside it, what a search without clauses would have to do: resolve every selection.
const one = timesAsFast(
  await inTurn(
    {
      whole: () => analyseWhole(compile(largeProduct(1), surroundings), TODAY, USUAL_LIMITS),
      resolve: () => resolve(program, selections[0], context),
    },
    3,
  ),
  'resolve',
  'whole',
);
process.stdout.write(
  `  the whole analysis takes as long as resolving ${Math.round(one).toLocaleString('en-GB')} selections one by one, of the 10^33 that there are\n`,
);

// Clicks in a choice of several with a least and a most, one option after the other.
const bySeveral = [20, 60, 100, 200].flatMap((count) =>
  (
    [
      [1, 3],
      [5, 50],
      [null, count - 1],
      [count / 2, count / 2],
    ] as const
  ).map(([least, greatest]) => {
    const several = productSchema.parse({
      slug: 'several',
      title: 'Several',
      sku: 'S',
      price: '500',
      choices: [
        { kind: 'list', key: 'base', title: 'Base', options: ['oak', 'ash'].map((key) => ({ key, title: key })) },
        {
          kind: 'several',
          key: 'extras',
          title: 'Extras',
          least,
          most: greatest,
          options: Array.from({ length: count }, (_, place) => ({
            key: `o${place}`,
            title: `Extra ${place}`,
            amount: { kind: 'fixed', value: String(((place * 7) % 13) - 1) },
          })),
        },
      ],
      rules: [
        {
          key: 'r',
          when: { kind: 'option', choice: 'base', options: ['oak'] },
          then: [{ kind: 'withhold', choice: 'extras', options: ['o0'] }],
        },
      ],
    });
    const next = new NextClick(compile(several, surroundings), TODAY);
    const picked: string[] = [];
    return Array.from({ length: Math.min(greatest, count - 1, 30) }, (_, place) => {
      picked.push(`o${place + 1}`);
      const click = performance.now();
      const outlook = next.look(
        { answers: { base: 'oak', extras: [...picked] }, quantity: 1 },
        { stock: null, today: TODAY },
        'extras',
      );
      const took = performance.now() - click;
      assert.equal(outlook.kind, picked.length < (least ?? 1) ? outlook.kind : 'open');
      return took;
    });
  }),
);
process.stdout.write(
  `  clicks among 20 to 200 options with a least and a most: median ${median(bySeveral.flat()).toFixed(2)} ms, longest ${most(bySeveral.flat())} ms (aim: under 16)\n`,
);

// Where about as much is forbidden as leaves anything at all: 30 choices of 4 with rules between any of them.
const atThreshold = [1, 2, 3, 4, 5, 6].flatMap((seed) =>
  [150, 250, 400].map((count) => {
    const start = performance.now();
    const tied = compile(
      largeProduct(seed, { choices: 30, options: 4, rules: count, neighbours: 30, near: 0, named: 3 }),
      surroundings,
    );
    const found = analyseWhole(tied, TODAY, { ...USUAL_LIMITS, counting: 0 });
    const took = performance.now() - start;
    const next = new NextClick(tied, TODAY);
    const clicks = [
      {},
      ...(['o0', 'o1', 'o2', 'o3'] as const).flatMap((option) => [
        { c0: option },
        { c0: option, c1: option, c2: option },
      ]),
    ].map((given) => {
      const click = performance.now();
      assert.notEqual(next.look({ answers: given, quantity: 1 }, { stock: null, today: TODAY }, null).kind, 'unknown');
      return performance.now() - click;
    });
    return {
      took,
      clicks,
      sells: found.nothingSells === null,
      decided: found.cutShort.every((stage) => stage === 'count'),
    };
  }),
);
process.stdout.write(
  `  30 choices of 4 with 150, 250 and 400 rules: ${atThreshold.filter(({ decided }) => decided).length} of ${atThreshold.length} decided, ${atThreshold.filter(({ sells }) => sells).length} of them sell; median ${median(atThreshold.map(({ took }) => took)).toFixed(0)} ms, longest ${most(atThreshold.map(({ took }) => took))} ms\n`,
);
const tightClicks = atThreshold.flatMap((each) => each.clicks);
process.stdout.write(
  `  clicks in those: all decided, median ${median(tightClicks).toFixed(2)} ms, longest ${most(tightClicks)} ms (aim: under 16)\n`,
);

// Rules every two of which set another price.
const opposing = compile(
  productSchema.parse({
    ...largeProduct(3, { choices: 30, options: 4, rules: 0, neighbours: 5, near: 1, named: 1 }),
    rules: Array.from({ length: 200 }, (_, number) => ({
      key: `s${number}`,
      when: { kind: 'option', choice: `c${number % 30}`, options: [`o${number % 4}`] },
      then: [{ kind: 'setPrice', price: String(number) }],
    })),
  }),
  surroundings,
);
const before = performance.now();
let told = 0;
for (const found of analyse(opposing, TODAY)) {
  told = found.contradictions.length;
  if (found.done.includes('contradictions')) break;
}
process.stdout.write(
  `  200 rules every two of which set another price: ${told.toLocaleString('en-GB')} pairs that can both fire found in ${(performance.now() - before).toFixed(0)} ms\n`,
);
