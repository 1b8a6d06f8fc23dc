import { NextClick } from '@/core/analysis';
import { type Condition, type Product, productSchema } from '@/core/catalog';
import { compile, programWith } from '@/core/compile';
import { resolve } from '@/core/run';
import { analyseWhole } from '../support/analyse-whole';
import { Random } from '../support/generated-products';
import { catalogOf } from '../support/surroundings';

const KEYS = ['a', 'b', 'c', 'd', 'nowhere'];
const OPTIONS = ['x', 'y', 'z', 'none'];
const NUMBERS = ['0', '-1', '2.5', '1e9', '', 'many'];

/** Something a thousand deep, which no schema lets in and nothing may follow down. */
function deep(depth: number): Condition {
  let condition: Condition = { kind: 'option', choice: 'a', is: 'oneOf', options: ['x'] };
  for (let level = 0; level < depth; level += 1)
    condition = { kind: level % 2 === 0 ? 'all' : 'none', of: [condition] };
  return condition;
}

function condition(random: Random, depth: number): Condition {
  if (random.below(40) === 0) return deep(1000);
  if (depth > 0 && random.below(3) === 0)
    return {
      kind: random.of(['all', 'any', 'none'] as const),
      of: Array.from({ length: random.below(4) }, () => condition(random, depth - 1)),
    };
  const choice = random.of(KEYS);
  return random.of<Condition>([
    {
      kind: 'option',
      choice,
      is: random.of(['oneOf', 'noneOf'] as const),
      options: random.some(OPTIONS, random.below(4)),
    },
    { kind: 'said', choice, yes: random.below(2) === 0 },
    { kind: 'answered', choice, answered: random.below(2) === 0 },
    { kind: 'value', choice, compare: random.of(['is', 'less', 'atLeast'] as const), value: random.of(NUMBERS) },
    { kind: 'characters', choice, compare: 'more', value: random.below(5) },
    { kind: 'day', choice, compare: 'less', day: random.of(['2026-02-30', '2026-12-01', '']) },
    { kind: 'quantity', compare: 'atLeast', value: random.below(5) },
    { kind: 'group', is: 'oneOf', groups: random.some(['trade', 'nobody'], 1) },
    {
      kind: 'says',
      choice,
      is: 'noneOf',
      where: random.of(['whole', 'anywhere', 'start', 'end'] as const),
      texts: random.of([[], [''], ['a', 'b']]),
    },
    { kind: 'weekday', choice: random.of([choice, null]), is: 'oneOf', weekdays: random.of([[], [1, 7]]) },
    {
      kind: 'season',
      choice: random.of([choice, null]),
      is: 'oneOf',
      from: random.of(['02-30', '', '11-01']),
      to: '03-01',
    },
    { kind: 'name', is: 'oneOf', where: 'anywhere', texts: ['i'] },
    { kind: 'tag', is: 'oneOf', tags: [] },
    { kind: 'weight', compare: 'more', value: random.of(NUMBERS), unit: random.of(['kg', 'm', '']) },
    { kind: 'supplier', is: 'noneOf', suppliers: ['Combe'] },
    { kind: 'category', is: 'noneOf', categories: ['Hives'] },
  ]);
}

/**
 * A product whose rules contradict each other, wait for each other and themselves, name what is not there, and nest
 * without end. Not parsed: what no schema would let in is tried, too.
 */
export function wildProduct(seed: number): Product {
  const random = new Random(seed);
  const options = OPTIONS.slice(0, 3).map((key) => ({ key, title: key }));
  const product = productSchema.parse({
    slug: 'wild',
    title: 'Wild',
    sku: 'W',
    price: '10',
    choices: [
      { kind: 'list', key: 'a', title: 'A', options },
      { kind: 'several', key: 'b', title: 'B', options, required: false },
      { kind: 'measure', key: 'c', title: 'C', unit: 'm', required: random.below(2) === 0 },
      {
        kind: random.of(['yesNo', 'text', 'date', 'agreement'] as const),
        key: 'd',
        title: 'D',
        ...(random.below(2) === 0 ? { default: null } : {}),
        statement: 'Yes',
      } as never,
    ].map((choice) =>
      choice.key === 'd'
        ? Object.fromEntries(Object.entries(choice).filter(([key]) => ['kind', 'key', 'title'].includes(key)))
        : choice,
    ),
  });
  const rules = Array.from({ length: random.below(10) }, (_, number): Product['rules'][number] => {
    const choice = random.of(KEYS);
    return {
      key: random.of([`r${number}`, 'r0']),
      title: '',
      on: random.below(8) > 0,
      when: random.below(6) === 0 ? null : condition(random, 3),
      then: Array.from({ length: random.below(3) }, () =>
        random.of<Product['rules'][number]['then'][number]>([
          { kind: random.of(['show', 'hide', 'require'] as const), choices: random.some(KEYS, random.below(3)) },
          { kind: random.of(['offer', 'withhold'] as const), choice, options: random.some(OPTIONS, random.below(4)) },
          {
            kind: 'preselect',
            choice,
            answer: random.of<string | boolean | string[]>(['x', true, ['x', 'none'], '1e999']),
          },
          { kind: 'amount', amount: { kind: 'percentOfSum', value: random.of(NUMBERS) } },
          { kind: 'setPrice', price: random.of(NUMBERS), addOns: 'onTop' },
          { kind: 'limit', choice, least: random.of([null, ...NUMBERS]), most: random.of([null, ...NUMBERS]) },
          { kind: 'limitQuantity', least: 5, most: 2 },
          { kind: 'refuse', reason: '' },
        ]),
      ),
    };
  });
  const tables = Array.from({ length: random.below(2) }, () => ({
    key: 't',
    title: '',
    on: true,
    choices: random.some(KEYS, 2 + random.below(2)),
    says: random.of(['made', 'notMade'] as const),
    rows: Array.from({ length: random.below(5) }, () => random.some(OPTIONS, 3)),
  }));
  return { ...product, rules, tables };
}

const answers = (random: Random) => ({
  a: random.of<unknown>(['x', 'y', 'none', 3, null]),
  b: random.of<unknown>([['x'], ['x', 'x'], [], 'x']),
  c: random.of<unknown>(['1 m', '-3', 'far', '0.5']),
  d: random.of<unknown>([true, 'word', '2026-12-24', {}]),
});

const STATES = ['sellable', 'incomplete', 'invalid', 'unavailable'];

/** Compiles, resolves and analyses wild products. @throws Error naming the seed with which something threw */
export function tryWildRules(from: number, count: number): void {
  for (let seed = from; seed < from + count; seed += 1) {
    try {
      const random = new Random(seed + 1_000_000);
      const product = wildProduct(seed);
      const program = compile(product, catalogOf([]));
      for (let pick = 0; pick < 3; pick += 1) {
        const { state } = resolve(
          program,
          { answers: answers(random), quantity: random.below(4) },
          { stock: null, today: '2026-11-25' },
        );
        if (!STATES.includes(state)) throw new Error(state);
      }
      // Faults keep it from being sold; what is left without them is analysed all the same.
      const mended = programWith(program, { blocking: [] });
      const limits = { searching: 2000, counting: 20_000 };
      analyseWhole(mended, '2026-11-25', limits);
      new NextClick(mended, '2026-11-25').look(
        { answers: answers(random), quantity: 1 },
        { stock: null, today: '2026-11-25' },
        random.of([...KEYS, null]),
        500,
      );
    } catch (error) {
      throw new Error(
        `wild product ${seed}: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`,
        { cause: error },
      );
    }
  }
}
