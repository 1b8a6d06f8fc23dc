import fc from 'fast-check';
import jsonLogic from 'json-logic-js';
import { describe, expect, it } from 'vitest';
import { type Condition, productSchema, type Test } from '@/core/catalog';
import { Exact } from '@/core/number';
import { type Comparison } from '@/core/conditions';
import { compileCondition, type Facts } from '@/core/rules';

/** Conditions beside a general-purpose library that evaluates rules written as JSON. */
const product = productSchema.parse({
  slug: 'p',
  title: 'P',
  sku: 'P',
  choices: [
    {
      kind: 'list',
      key: 'roof',
      title: 'Roof',
      options: ['flat', 'gabled', 'hipped'].map((key) => ({ key, title: key })),
    },
    {
      kind: 'several',
      key: 'tools',
      title: 'Tools',
      options: ['brush', 'roller', 'cloth'].map((key) => ({ key, title: key })),
    },
    { kind: 'measure', key: 'length', title: 'Length', unit: 'm' },
    { kind: 'text', key: 'name', title: 'Name' },
    { kind: 'date', key: 'day', title: 'Day' },
    { kind: 'yesNo', key: 'gift', title: 'Gift', required: false },
  ],
});
const OPTIONS = { roof: ['flat', 'gabled', 'hipped'], tools: ['brush', 'roller', 'cloth'] } as const;
const SIGN: Readonly<Record<Comparison, string>> = {
  is: '===',
  isNot: '!==',
  less: '<',
  atMost: '<=',
  more: '>',
  atLeast: '>=',
};

const comparison = fc.constantFrom<Comparison>('is', 'isNot', 'less', 'atMost', 'more', 'atLeast');
const among = fc.constantFrom<'oneOf' | 'noneOf'>('oneOf', 'noneOf');
const test: fc.Arbitrary<Test> = fc.oneof(
  fc.record({
    kind: fc.constant('option' as const),
    choice: fc.constant('roof'),
    is: among,
    options: fc.subarray([...OPTIONS.roof], { minLength: 1 }),
  }),
  fc.record({
    kind: fc.constant('option' as const),
    choice: fc.constant('tools'),
    is: among,
    options: fc.subarray([...OPTIONS.tools], { minLength: 1 }),
  }),
  fc.record({
    kind: fc.constant('value' as const),
    choice: fc.constant('length'),
    compare: comparison,
    value: fc.integer({ min: -4, max: 4 }).map((n) => String(n / 2)),
  }),
  fc.record({
    kind: fc.constant('characters' as const),
    choice: fc.constant('name'),
    compare: comparison,
    value: fc.integer({ min: 0, max: 6 }),
  }),
  fc.record({
    kind: fc.constant('day' as const),
    choice: fc.constant('day'),
    compare: comparison,
    day: fc.constantFrom('2026-05-01', '2026-05-02', '2026-06-01'),
  }),
  fc.record({ kind: fc.constant('said' as const), choice: fc.constant('gift'), yes: fc.boolean() }),
  fc.record({
    kind: fc.constant('answered' as const),
    choice: fc.constantFrom('roof', 'length', 'name'),
    answered: fc.boolean(),
  }),
  fc.record({ kind: fc.constant('quantity' as const), compare: comparison, value: fc.integer({ min: 1, max: 4 }) }),
  fc.record({
    kind: fc.constant('group' as const),
    is: among,
    groups: fc.subarray(['trade', 'guild'], { minLength: 1 }),
  }),
);
const { condition } = fc.letrec<{ condition: Condition }>((tie) => ({
  condition: fc.oneof(
    { maxDepth: 4 },
    test,
    fc.record({
      kind: fc.constantFrom<'all' | 'any' | 'none'>('all', 'any', 'none'),
      of: fc.array(tie('condition'), { minLength: 1, maxLength: 3 }),
    }),
  ),
}));

/** The same in the library's language; what is not answered holds for nothing. */
function asTheirs(given: Condition): unknown {
  if ('of' in given) {
    const parts = given.of.map(asTheirs);
    return given.kind === 'all' ? { and: parts } : given.kind === 'any' ? { or: parts } : { '!': [{ or: parts }] };
  }
  const answered = (name: string, then: unknown) => ({ and: [{ '!==': [{ var: name }, null] }, then] });
  switch (given.kind) {
    case 'option': {
      const chosen = { some: [{ var: given.choice }, { in: [{ var: '' }, given.options] }] };
      return answered(given.choice, given.is === 'oneOf' ? chosen : { '!': [chosen] });
    }
    case 'value':
      return answered('length', { [SIGN[given.compare]]: [{ var: 'length' }, Number(given.value)] });
    case 'characters':
      return answered('name', { [SIGN[given.compare]]: [{ var: 'name' }, given.value] });
    case 'day':
      return answered('day', { [SIGN[given.compare]]: [{ var: 'day' }, given.day] });
    case 'said':
      return { '===': [{ var: 'gift' }, given.yes] };
    case 'answered':
      return { [given.answered ? '!==' : '===']: [{ var: given.choice }, null] };
    case 'quantity':
      return { [SIGN[given.compare]]: [{ var: 'quantity' }, given.value] };
    case 'group': {
      const within = { in: [{ var: 'group' }, given.groups] };
      return given.is === 'oneOf' ? within : { '!': [within] };
    }
    case 'category':
      return false;
  }
}

const facts = fc.record({
  roof: fc.option(fc.constantFrom(0, 1, 2)),
  tools: fc.option(fc.subarray([0, 1, 2], { minLength: 1 })),
  length: fc.option(fc.integer({ min: -4, max: 4 })),
  name: fc.option(fc.integer({ min: 1, max: 6 })),
  day: fc.option(fc.constantFrom('2026-04-30', '2026-05-01', '2026-05-20', '2026-06-01')),
  gift: fc.boolean(),
  quantity: fc.integer({ min: 1, max: 4 }),
  group: fc.option(fc.constantFrom('trade', 'guild')),
});

const plain = {
  canonical: '',
  shown: '',
  option: null,
  value: null,
  characters: 0,
  charactersWithoutSpaces: 0,
  picks: [],
};
const picked = (effects: readonly number[]) => effects.map((effect) => ({ effect, count: 1 }));

describe('conditions beside a JSON rule library', () => {
  it('hold just when the library says so, on thousands of generated ones', () => {
    const seen = { true: 0, false: 0 };
    fc.assert(
      fc.property(condition, facts, (given, said) => {
        const faults: string[] = [];
        const ours = compileCondition(given, [], {
          product,
          groups: [{ key: 'trade' }, { key: 'guild' }],
          report: (_, { code }) => faults.push(code),
        });
        expect(faults).toEqual([]);
        const answers: Facts['answers'] = [
          said.roof === null ? null : { ...plain, picks: picked([said.roof]) },
          said.tools === null ? null : { ...plain, picks: picked(said.tools) },
          said.length === null ? null : { ...plain, value: Exact.of(said.length, 2) },
          said.name === null ? null : { ...plain, characters: said.name },
          said.day === null ? null : { ...plain, canonical: said.day },
          { ...plain, picks: picked(said.gift ? [0] : []) },
        ];
        const theirs = jsonLogic.apply(asTheirs(given) as Parameters<typeof jsonLogic.apply>[0], {
          roof: said.roof === null ? null : [OPTIONS.roof[said.roof]],
          tools: said.tools === null ? null : said.tools.map((option) => OPTIONS.tools[option]),
          length: said.length === null ? null : said.length / 2,
          name: said.name,
          day: said.day,
          gift: said.gift,
          quantity: said.quantity,
          group: said.group ?? '',
        }) as unknown;
        const holds = ours.holds({ answers, quantity: said.quantity, group: said.group, today: '2026-11-25' });
        expect(holds).toBe(Boolean(theirs));
        seen[`${holds}`] += 1;
      }),
      { numRuns: 5000 },
    );
    expect(Math.min(seen.true, seen.false)).toBeGreaterThan(500);
  });
});
