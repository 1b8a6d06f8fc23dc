import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Product, productSchema } from '../catalog';
import { compile, type Program } from '../compile';
import { resolutionJson } from '../exchange';
import { Exact } from '../number';
import { resolve } from '../run';
import { context, meshProgram, suit, suitProgram, surroundings } from '../../../tests/fixtures/products';
import { problemText } from '../words';

const amounts = fc.oneof(
  fc.constant(null),
  fc.record({
    kind: fc.constant('fixed' as const),
    value: fc.integer({ min: -500, max: 5000 }).map((cents) => (cents / 100).toFixed(2)),
  }),
  fc.record({
    kind: fc.constant('percentOfBase' as const),
    value: fc.integer({ min: -300, max: 3000 }).map((tenths) => (tenths / 10).toFixed(1)),
  }),
  fc.record({
    kind: fc.constant('perCharacter' as const),
    value: fc.constantFrom('0.333', '1', '0.07'),
    of: fc.constant('note'),
  }),
  fc.record({
    kind: fc.constant('perUnit' as const),
    value: fc.constantFrom('0.015', '3.2', '11'),
    unit: fc.constantFrom('m', 'cm', '[ft_i]'),
    of: fc.constant('length'),
  }),
);

/** Products with lists whose options add all kinds of amounts, a text and a length. */
const products: fc.Arbitrary<Product> = fc
  .record({
    price: fc.integer({ min: 10_000, max: 90_000 }).map((cents) => (cents / 100).toFixed(2)),
    byLength: fc.boolean(),
    lists: fc.array(fc.array(amounts, { minLength: 1, maxLength: 4 }), { maxLength: 5 }),
  })
  .map(({ price, byLength, lists }) =>
    productSchema.parse({
      slug: 'any',
      title: 'Any',
      sku: 'ANY',
      price,
      soldBy: byLength ? { kind: 'measure', measure: 'length', unit: '[yd_i]' } : { kind: 'each' },
      choices: [
        { kind: 'text', key: 'note', title: 'Note', required: false, amount: { kind: 'perCharacter', value: '0.125' } },
        { kind: 'measure', key: 'length', title: 'Length', unit: 'cm' },
        ...lists.map((options, index) => ({
          kind: 'list',
          key: `list-${index}`,
          title: `List ${index}`,
          default: 'option-0',
          options: options.map((amount, position) => ({
            key: `option-${position}`,
            title: `Option ${position}`,
            amount,
          })),
        })),
      ],
      draws: [{ kind: 'measure', stock: 'mesh-roll', measure: 'length' }],
    }),
  );

const lengths = fc
  .tuple(fc.integer({ min: 1, max: 60_000 }), fc.constantFrom('mm', 'cm', 'in', 'ft', 'm'))
  .map(([n, unit]) => `${n / 100} ${unit}`);
const sum = (values: readonly Exact[]) => values.reduce((total, value) => total.plus(value), Exact.zero);

describe('the working', () => {
  it('adds up to the unit price and to the line total, always', () => {
    fc.assert(
      fc.property(
        products,
        lengths,
        fc.string({ maxLength: 30 }),
        fc.integer({ min: 1, max: 500 }),
        (product, length, note, quantity) => {
          const program = compile(product, surroundings);
          expect(program.faults.filter(({ gravity }) => gravity === 'mustFix')).toEqual([]);
          const { working, unitPrice, lineTotal } = resolve(
            program,
            { answers: { length, note }, quantity },
            { ...context, stock: null },
          );
          const per = (which: 'unit' | 'line') =>
            sum(working.filter((line) => line.per === which).map(({ amount }) => amount));
          expect(unitPrice?.equals(per('unit'))).toBe(true);
          expect((unitPrice?.decimalPlaces() ?? 9) <= 2).toBe(true);
          expect(lineTotal?.equals(per('unit').times(Exact.of(quantity)).plus(per('line')))).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
  });
});

const suitAnswers = fc.record(
  {
    size: fc.constantFrom('m', 'l'),
    cloth: fc.constantFrom('slate', 'moss'),
    veil: fc.constantFrom('round', 'fencing'),
    name: fc.string({ minLength: 1, maxLength: 12 }),
    pockets: fc.integer({ min: 0, max: 4 }),
    gift: fc.boolean(),
  },
  { requiredKeys: ['size', 'cloth'] },
);

describe('the item', () => {
  it('has the same key for the same counted answers, in any order of entry', () => {
    fc.assert(
      fc.property(suitAnswers, fc.infiniteStream(fc.nat()), (answers, order) => {
        const entries = Object.entries(answers);
        const shuffled = entries
          .map((entry) => ({ entry, rank: order.next().value ?? 0 }))
          .sort((a, b) => a.rank - b.rank)
          .map(({ entry }) => entry);
        const [one, other] = [entries, shuffled].map(
          (list) => resolve(suitProgram, { answers: Object.fromEntries(list) }, context).item,
        );
        expect(other).toEqual(one);
      }),
    );
  });

  it('has another key for other counted answers', () => {
    fc.assert(
      fc.property(suitAnswers, suitAnswers, (a, b) => {
        const [one, other] = [a, b].map((answers) => resolve(suitProgram, { answers }, context));
        const counted = [one, other].map((resolution) =>
          JSON.stringify(resolution?.counted.map(({ choice, value }) => [choice, value])),
        );
        expect(one?.item.key === other?.item.key).toBe(counted[0] === counted[1]);
      }),
    );
  });
});

const hostile = fc.oneof(
  fc.anything({ withBigInt: true, withDate: true, withMap: true, withSparseArray: true, withNullPrototype: true }),
  fc.constantFrom(
    'x'.repeat(10_000),
    '9'.repeat(10_000),
    1e308,
    -1e308,
    Number.NaN,
    Infinity,
    '1e400',
    '__proto__',
    'constructor',
    '\ud800',
    '\u0000',
    '1/0',
    '½'.repeat(2_000),
  ),
  fc.string({ unit: 'binary', maxLength: 10_000 }),
);
const keys = fc.oneof(
  fc.constantFrom(
    'size',
    'cloth',
    'veil',
    'name',
    'pockets',
    'gift',
    'length',
    '__proto__',
    'constructor',
    'toString',
    '',
  ),
  fc.string(),
);

/** Resolves and serialises: the two things that must never throw. */
function survives(program: Program, selection: unknown) {
  const resolution = resolve(program, selection, context);
  JSON.stringify(resolutionJson(resolution));
  return resolution;
}

describe('hostile selections', () => {
  it('never throw, whatever they are', () => {
    fc.assert(
      fc.property(
        fc.oneof(hostile, fc.record({ answers: fc.dictionary(keys, hostile), quantity: hostile })),
        (selection) => {
          survives(suitProgram, selection);
          survives(meshProgram, selection);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it.each([
    ['a wrong type for an option', { answers: { size: 7, cloth: 'slate' } }],
    ['an option that is not there', { answers: { size: 'xxl', cloth: 'slate' } }],
    ['a name of Object’s own', { answers: { size: 'constructor', cloth: '__proto__' } }],
    ['an unknown choice', { answers: { size: 'm', cloth: 'slate', discount: '100' } }],
    ['ten thousand characters', { answers: { size: 'm', cloth: 'slate', name: 'a'.repeat(10_000) } }],
    ['half a surrogate pair', { answers: { size: 'm', cloth: 'slate', name: 'a\ud800' } }],
    ['a line break', { answers: { size: 'm', cloth: 'slate', name: 'a\nb' } }],
    ['a huge number', { answers: { size: 'm', cloth: 'slate', pockets: 1e300 } }],
    ['a text for yes or no', { answers: { size: 'm', cloth: 'slate', gift: 'true' } }],
    ['a text as quantity', { answers: { size: 'm', cloth: 'slate' }, quantity: '1' }],
    ['half a piece', { answers: { size: 'm', cloth: 'slate' }, quantity: 0.5 }],
    ['less than nothing', { answers: { size: 'm', cloth: 'slate' }, quantity: -1 }],
    ['nothing at all', null],
    ['a list', []],
    ['answers that are a list', { answers: ['m', 'slate'] }],
  ])('are never sellable: %s', (_what, selection) => {
    const { state, problems } = survives(suitProgram, selection);
    expect(state).not.toBe('sellable');
    expect(problems.length).toBeGreaterThan(0);
    expect(problems.map(({ data }) => problemText(data)).every(({ length }) => length > 0 && length < 600)).toBe(true);
  });

  it('with one answer too many are refused for any unknown key', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), hostile, (key, value) => {
        fc.pre(!suit.choices.some((choice) => choice.key === key));
        const answers = Object.fromEntries([
          ['size', 'm'],
          ['cloth', 'slate'],
          [key, value],
        ]);
        fc.pre(Object.hasOwn(answers, key));
        expect(survives(suitProgram, { answers }).state).toBe('invalid');
      }),
    );
  });
});
