import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema, sectionsOf } from '../../catalog';
import { compile } from '../../compile';
import { customerView, surroundingsOf } from '../../exchange';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { resolve } from '..';

const TODAY = '2026-11-25';
const choice = (key: string, more: object = {}) => ({
  kind: 'list',
  key,
  title: key,
  required: true,
  options: [
    { key: 'x', title: 'X', amount: { kind: 'fixed', value: '5' } },
    { key: 'y', title: 'Y' },
  ],
  ...more,
});
const heading = (key: string, more: object = {}) => ({ kind: 'heading', key, title: key, holds: true, ...more });

function world(choices: readonly object[], rules: readonly object[] = []) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: {
      name: 'Test',
      currency: 'EUR',
      groups: [
        { key: 'trade', title: 'Trade' },
        { key: 'club', title: 'Club' },
      ],
    },
    products: [{ slug: 'p', title: 'P', sku: 'P', price: '10', choices, rules }],
  });
  const product = productSchema.parse(catalog.products[0]);
  const surroundings = surroundingsOf(catalog);
  const program = compile(product, surroundings);
  expect(program.blocking).toEqual([]);
  const at = (answers: object, group: string | null = null) =>
    resolve(program, { answers }, { stock: null, today: TODAY, group });
  const shown = (answers: object, group: string | null = null) =>
    at(answers, group)
      .shown.filter((entry) => entry.shown)
      .map((entry) => entry.choice);
  return { product, surroundings, program, at, shown };
}

const gift = [
  { kind: 'yesNo', key: 'gift', title: 'Gift', required: false, default: false },
  heading('wrapping'),
  choice('paper'),
  choice('bow'),
  { kind: 'divider', key: 'end', title: '' },
  choice('size'),
];
const shownAsGift = {
  key: 'r',
  when: { kind: 'said', choice: 'gift', yes: true },
  then: [{ kind: 'show', choices: ['wrapping'] }],
};

describe('a section', () => {
  it('holds what follows, up to the next heading or divider', () => {
    const { product } = world([
      choice('a'),
      heading('one'),
      choice('b'),
      heading('two', { holds: false }),
      choice('c'),
      heading('three'),
      choice('d'),
      { kind: 'divider', key: 'end', title: '' },
      choice('e'),
    ]);
    expect([...sectionsOf(product.choices)]).toEqual([
      ['one', ['b']],
      ['three', ['d']],
    ]);
  });

  it('is shown with all that belongs to it, which is asked only then', () => {
    const { at, shown } = world(gift, [shownAsGift]);
    expect(shown({ size: 'y' })).toEqual(['gift', 'end', 'size']);
    expect(at({ size: 'y', paper: 'x' })).toMatchObject({ state: 'sellable', item: { key: 'p?gift=no&size=y' } });
    expect(shown({ gift: true, size: 'y' })).toEqual(['gift', 'wrapping', 'paper', 'bow', 'end', 'size']);
    expect(
      at({ gift: true, size: 'y', paper: 'x' }).problems.map(({ where, code }) => [
        where.at === 'choice' && where.choice,
        code,
      ]),
    ).toEqual([['bow', 'answerMissing']]);
    expect(String(at({ gift: true, size: 'y', paper: 'x', bow: 'x' }).unitPrice)).toBe('20');
  });

  it('is counted so, too', () => {
    const { program } = world(gift, [shownAsGift]);
    // Without wrapping two sizes; with it two papers and two bows each.
    expect(analyseWhole(program, TODAY)).toMatchObject({
      selections: '10',
      lowest: { price: '10.00' },
      highest: { price: '25.00' },
    });
  });

  it('that is no section leaves what follows where it is', () => {
    const { shown } = world(
      gift.map((one) => (one.key === 'wrapping' ? { ...one, holds: false } : one)),
      [shownAsGift],
    );
    expect(shown({ size: 'y' })).toEqual(['gift', 'paper', 'bow', 'end', 'size']);
  });

  it('of a sheet is hidden on every product by a rule of the sheet', () => {
    const catalog = catalogSchema.parse({
      format: 'oak-knot/catalog',
      version: 2,
      shop: { name: 'Test', currency: 'EUR' },
      sheets: [
        {
          key: 'wrap',
          title: 'Wrap',
          choices: gift.slice(0, 4),
          rules: [
            {
              key: 'r',
              when: { kind: 'said', choice: 'gift', yes: true },
              then: [{ kind: 'show', choices: ['wrapping'] }],
            },
          ],
        },
      ],
      products: [
        { slug: 'p', title: 'P', sku: 'P', price: '10', choices: [choice('size')], sheets: [{ key: 'wrap' }] },
      ],
    });
    const program = compile(productSchema.parse(catalog.products[0]), surroundingsOf(catalog));
    expect(program.blocking).toEqual([]);
    const shown = (answers: object) =>
      resolve(program, { answers }, { stock: null, today: TODAY })
        .shown.filter((entry) => entry.shown)
        .map((entry) => entry.choice);
    expect(shown({})).toEqual(['size', 'wrap.gift']);
    expect(shown({ 'wrap.gift': true })).toEqual(['size', 'wrap.gift', 'wrap.wrapping', 'wrap.paper', 'wrap.bow']);
  });

  it('for one group is for that group with all that belongs to it', () => {
    const { product, surroundings, shown } = world([
      heading('trade-only', { groups: ['trade'] }),
      choice('depot'),
      choice('secret', { groups: ['trade', 'club'] }),
      choice('never', { groups: ['club'] }),
    ]);
    expect(shown({})).toEqual([]);
    expect(shown({}, 'club')).toEqual([]);
    expect(shown({}, 'trade')).toEqual(['trade-only', 'depot', 'secret']);
    const sent = (group: string | null) => JSON.stringify(customerView(product, surroundings, group).product);
    for (const word of ['depot', 'secret'])
      expect([
        sent(null).includes(`"title":"${word}"`),
        sent('club').includes(`"title":"${word}"`),
        sent('trade').includes(`"title":"${word}"`),
      ]).toEqual([false, false, true]);
  });
});
