import { describe, expect, it } from 'vitest';
import { anyProduct, shopOf as madeShop } from '../../../tests/fuzz/any-product';
import { fixed, list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { surroundingsOf } from '../exchange';
import { Exact } from '../number';
import { resolve, saysCost, stockOf } from '../run';
import { compile, drawsOfStep, programWith, type SupplyStep } from '.';

const draw = (stock: string) => ({ kind: 'fixed', stock, quantity: '1' });
const everything = shopOf(
  [
    {
      choices: [
        list('size', ['s', 'l'], { stocked: true }),
        { kind: 'yesNo', key: 'trim', title: 'Trim', draws: [draw('trim')] },
        { kind: 'yesNo', key: 'free', title: 'Free', amount: fixed('1') },
        { kind: 'addOn', key: 'fuel', title: 'Fuel', product: 'fuel', required: false },
      ],
      variants: ['s', 'l'].map((size) => ({ options: { size }, sku: size, stock: `made-${size}`, price: null })),
      parts: [{ key: 'lid', title: 'Lid', candidates: [{ product: 'lid' }] }],
      formulas: [
        { key: 'cloth', title: 'Cloth', text: '2', serves: { kind: 'draw', stock: 'cloth' } },
        { key: 'work', title: 'Work', text: '3 EUR', serves: { kind: 'cost' } },
        { key: 'told', title: 'Told', text: '3', serves: { kind: 'shown' } },
      ],
      rules: [
        { key: 'pack', when: null, then: [{ kind: 'draw', draw: draw('box') }] },
        { key: 'tell', when: null, then: [{ kind: 'tell', text: 'Hello.' }] },
      ],
    },
    { slug: 'lid', title: 'Lid', sku: 'L', draws: [draw('wood')] },
    { slug: 'fuel', title: 'Fuel', sku: 'F', draws: [draw('pellets')] },
  ],
  {
    stock: ['made-s', 'made-l', 'cloth', 'box', 'wood', 'pellets'].map((key) => ({
      key,
      title: key,
      unit: '1',
      onHand: '10',
    })),
  },
);

describe('what supplies a product', () => {
  const program = everything.program();

  it('is one list, and what takes nothing is not on it', () => {
    expect(program.supplySteps.map((step) => `${step.kind} ${drawsOfStep(step).map(({ stock }) => stock)}`)).toEqual([
      'variant made-s,made-l',
      'product body',
      'choice trim',
      'inside ',
      'along ',
      'formula cloth',
      'work ',
      'rule box',
    ]);
  });

  it('follows anew where a program is changed', () => {
    const kinds = (steps: readonly SupplyStep[]) => steps.map(({ kind }) => kind);
    expect(kinds(programWith(program, { kit: null }).supplySteps)).not.toContain('inside');
    expect(kinds(programWith(program, { rules: null, formulas: [] }).supplySteps)).toEqual([
      'variant',
      'product',
      'choice',
      'inside',
      'along',
    ]);
    expect(programWith(program, { draws: [] }).supplySteps).toHaveLength(7);
  });

  it('says where each stock item stands that can be drawn', () => {
    const found = [...stockOf(program, { today: TODAY })].map(([key, { path, along }]) => [key, path.join('.'), along]);
    expect(found).toEqual([
      ['made-s', 'variants.0', false],
      ['made-l', 'variants.1', false],
      ['body', 'draws.0', false],
      ['trim', 'choices.1', false],
      ['wood', 'parts.0', false],
      ['pellets', 'choices.3', true],
      ['cloth', 'formulas.0', false],
      ['box', 'rules.0', false],
    ]);
  });

  it('says what it costs only where something of it does', () => {
    const says = (product: object) => saysCost(shopOf([{ draws: [], ...product }]).program());
    expect(says({})).toBe(false);
    expect(says({ draws: [draw('body')] })).toBe(true);
    expect(says({ formulas: [{ key: 'w', title: 'W', text: '1 EUR', serves: { kind: 'cost' } }] })).toBe(true);
    expect(says({ rules: [{ key: 'r', when: null, then: [{ kind: 'draw', draw: draw('body') }] }] })).toBe(true);
    expect(says({ rules: [{ key: 'r', when: null, then: [{ kind: 'tell', text: 'Hello.' }] }] })).toBe(false);
  });

  // Of 300 generated products, as they begin, nothing is drawn that the list doesn't name, and each costs what is
  // drawn.
  it('names all that is drawn, of any product', () => {
    let drawn = 0;
    for (let seed = 1; seed <= 300; seed += 1) {
      const catalog = madeShop(anyProduct(seed));
      const [product] = catalog.products;
      if (!product) continue;
      const any = compile(product, surroundingsOf(catalog));
      const costs = () => Exact.one;
      const { draws, cost } = resolve(any, { answers: {} }, { stock: null, today: TODAY, costs });
      const named = stockOf(any, { today: TODAY });
      for (const { stock } of draws) expect(named.has(stock), `${seed} ${stock}`).toBe(true);
      const worth = draws.reduce((sum, { perItem }) => sum.plus(perItem.value), Exact.zero);
      expect(cost?.known.minus(cost.work).toString(), `${seed}`).toBe(worth.toString());
      drawn += draws.length;
    }
    expect(drawn).toBeGreaterThan(20);
  });
});
