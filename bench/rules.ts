import jsonLogic, { type RulesLogic } from 'json-logic-js';
import { Engine, type TopLevelCondition } from 'json-rules-engine';
import { strict as assert } from 'node:assert';
import { type Condition, type Test } from '../src/core/catalog';
import { type Exact } from '../src/core/number';
import { compileCondition, type Facts } from '../src/core/rules';
import { type Answer } from '../src/core/selection';
import { Random } from '../tests/support/generated-products';
import { inTurn, timesAsFast } from './rounds';
import { productOfLists } from './tied-product';

/** Whether a hundred rules hold: Oak Knot beside two general-purpose libraries that evaluate rules written as JSON. */

const RULES = 100;
const CHOICES = 20;
const OPTIONS = 8;
const ROUNDS = 9;

const random = new Random(5);
const product = productOfLists(CHOICES, OPTIONS);

function test(): Test {
  if (random.below(5) === 0) return { kind: 'quantity', compare: 'atLeast', value: 1 + random.below(9) };
  return {
    kind: 'option',
    choice: `c${random.below(CHOICES)}`,
    is: random.of(['oneOf', 'noneOf'] as const),
    options: random.some(
      Array.from({ length: OPTIONS }, (_, place) => `o${place}`),
      1 + random.below(3),
    ),
  };
}
const conditions = Array.from({ length: RULES }, (): Condition => ({
  kind: 'all',
  of: [test(), { kind: 'any', of: [test(), test()] }, { kind: 'none', of: [test()] }],
}));

function forJsonLogic(condition: Condition): RulesLogic {
  if ('of' in condition) {
    const parts = condition.of.map(forJsonLogic);
    return (
      condition.kind === 'all' ? { and: parts } : condition.kind === 'any' ? { or: parts } : { '!': [{ or: parts }] }
    ) as RulesLogic;
  }
  if (condition.kind === 'quantity') return { '>=': [{ var: 'quantity' }, condition.value] } as RulesLogic;
  if (condition.kind !== 'option') throw new Error(condition.kind);
  const among = { in: [{ var: condition.choice }, condition.options] };
  return (condition.is === 'oneOf' ? among : { '!': [among] }) as RulesLogic;
}

function forRulesEngine(condition: Condition): TopLevelCondition {
  if ('of' in condition) {
    const parts = condition.of.map(forRulesEngine);
    return condition.kind === 'all'
      ? { all: parts }
      : condition.kind === 'any'
        ? { any: parts }
        : { not: { any: parts } };
  }
  if (condition.kind === 'quantity')
    return { all: [{ fact: 'quantity', operator: 'greaterThanInclusive', value: condition.value }] };
  if (condition.kind !== 'option') throw new Error(condition.kind);
  return {
    all: [{ fact: condition.choice, operator: condition.is === 'oneOf' ? 'in' : 'notIn', value: condition.options }],
  };
}

const ours = conditions.map((condition) =>
  compileCondition(condition, [], {
    product,
    groups: [],
    report: () => assert.fail('a generated condition is faulty'),
  }),
);
const logic = conditions.map(forJsonLogic);
const engine = new Engine(
  conditions.map((condition, index) => ({ conditions: forRulesEngine(condition), event: { type: String(index) } })),
);

const selections = Array.from({ length: 8 }, () => ({
  picked: Array.from({ length: CHOICES }, () => random.below(OPTIONS)),
  quantity: 1 + random.below(10),
}));
const answer = (option: number): Answer => ({
  canonical: `o${option}`,
  shown: '',
  option: `o${option}`,
  value: null as Exact | null,
  characters: 0,
  charactersWithoutSpaces: 0,
  picks: [{ effect: option, count: 1 }],
});
const facts = selections.map(({ picked, quantity }): Facts => ({
  answers: picked.map(answer),
  quantity,
  group: null,
  today: '2026-11-25',
}));
const data = selections.map(({ picked, quantity }) => ({
  quantity,
  ...Object.fromEntries(picked.map((option, index) => [`c${index}`, `o${option}`])),
}));

const byOurs = () => facts.map((given) => ours.map(({ holds }) => holds(given)));
const byLogic = () => data.map((given) => logic.map((rule) => jsonLogic.apply(rule, given) === true));
const byEngine = async () => {
  const found: boolean[][] = [];
  for (const given of data) {
    const { events } = await engine.run(given);
    const fired = new Set(events.map(({ type }) => Number(type)));
    found.push(conditions.map((_, index) => fired.has(index)));
  }
  return found;
};

// A comparison counts only between things that give the same answer.
assert.deepEqual(byLogic(), byOurs());
assert.deepEqual(await byEngine(), byOurs());

const rounds = await inTurn({ ours: byOurs, logic: byLogic, engine: byEngine }, ROUNDS);
process.stdout.write(`Whether ${RULES} rules hold, all, any and none nested, median of ${ROUNDS} rounds in turn:\n`);
process.stdout.write(
  `  Oak Knot is ${timesAsFast(rounds, 'ours', 'logic').toFixed(0)} times as fast as the first JSON rule library, ${timesAsFast(rounds, 'ours', 'engine').toFixed(0)} times as the second (aim: at least 20)\n`,
);
