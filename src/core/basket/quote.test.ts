import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ANY_QUANTITY, orderable } from '../ordering';
import { stockView } from '../stock';
import { problemText, problemWords } from '../words';
import { fixed, list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { quote } from './quote';

const TEN = stockView([
  { key: 'body', available: '10' },
  { key: 'trim', available: '10' },
]);
const context = { stock: TEN, today: TODAY };
const line = (
  program: ReturnType<ReturnType<typeof shopOf>['program']> | null,
  quantity: number,
  answers: object = {},
) => ({ program, selection: { answers: { ...answers }, quantity }, group: null });

describe('a quote', () => {
  const shop = shopOf([
    {
      choices: [
        list('lid', ['flat', 'deep'], {
          options: [
            { key: 'flat', title: 'Flat' },
            { key: 'deep', title: 'Deep', amount: fixed('2.50') },
          ],
        }),
      ],
    },
    { slug: 'q', title: 'Q', sku: 'Q', price: '0.10', draws: [{ kind: 'fixed', stock: 'trim', quantity: '1' }] },
  ]);

  it('is the sum of its lines, to the cent', () => {
    const { total, canOrder, lines } = quote(
      [line(shop.program(), 3, { lid: 'deep' }), line(shop.program('q'), 7)],
      context,
    );
    expect([total?.toString(), canOrder]).toEqual(['308.2', true]);
    expect(lines.map(({ resolution }) => resolution?.lineTotal?.toString())).toEqual(['307.5', '0.7']);
  });

  it('stands all lines before the same shelves, in their order', () => {
    const { lines, canOrder } = quote(
      [line(shop.program(), 6, { lid: 'flat' }), line(shop.program('q'), 10), line(shop.program(), 5, { lid: 'deep' })],
      context,
    );
    expect(lines.map(({ resolution }) => resolution?.state)).toEqual(['sellable', 'sellable', 'unavailable']);
    expect(lines[2]?.problems).toMatchObject([{ code: 'notEnoughStock', data: { canSupply: 4, asked: 5 } }]);
    expect(canOrder).toBe(false);
    expect(TEN.available('body')?.toString()).toBe('10');
  });

  it('has no total while a line has no price, and says what is no longer sold', () => {
    const { lines, total, canOrder } = quote([line(null, 1), line(shop.program('q'), 1)], context);
    expect([total, canOrder]).toEqual([null, false]);
    expect(lines[0]?.problems.map(({ code }) => code)).toEqual(['notInShop']);
  });

  it('of nothing comes to nothing and can’t be ordered', () => {
    expect(quote([], context)).toMatchObject({ lines: [], canOrder: false });
    expect(quote([], context).total?.sign()).toBe(0);
  });
});

describe('rules for a whole basket', () => {
  const shop = shopOf([
    { slug: 'jar', price: '2' },
    { slug: 'lid', price: '1' },
    { slug: 'veil', price: '9' },
  ]);
  const rule = {
    key: 'fill',
    title: 'Bottling',
    per: 'basket' as const,
    earlier: 0,
    orderable: orderable({ ...ANY_QUANTITY, minimum: 3, multiple: 3 }),
  };
  const of = (slug: string, quantity: number, together: string[] = ['fill']) => ({
    ...line(shop.program(slug), quantity),
    together,
  });

  it('count every line that they are placed on, and say what is wrong with them together', () => {
    const { problems, canOrder, total } = quote([of('jar', 1), of('lid', 1), of('veil', 5, [])], context, [rule]);
    expect(problems.map(({ data }) => problemWords(data))).toEqual([
      { message: 'Bottling: there are 2 in the basket together. The smallest quantity is 3.', remedy: 'Nearest: 3.' },
    ]);
    expect([canOrder, total?.toString()]).toEqual([false, '48']);
    expect(quote([of('jar', 1), of('lid', 2)], context, [rule])).toMatchObject({ problems: [], canOrder: true });
    expect(
      quote([of('jar', 1), of('lid', 3)], context, [rule]).problems.map(({ data }) => problemWords(data).remedy),
    ).toEqual(['Nearest: 3 or 6.']);
  });

  it('have nothing against a basket in which nothing is counted', () => {
    expect(quote([of('veil', 1, [])], context, [rule])).toMatchObject({ problems: [], canOrder: true });
  });
});

describe('what one customer can have in all', () => {
  const shop = shopOf([
    { slug: 'queen', price: '30' },
    { slug: 'cage', price: '2' },
  ]);
  const rule = (earlier: number) => ({
    key: 'few',
    title: 'Queens',
    per: 'customer' as const,
    earlier,
    orderable: orderable({ ...ANY_QUANTITY, maximum: 3 }),
  });
  const of = (quantity: number, slug = 'queen') => ({
    ...line(shop.program(slug), quantity),
    together: slug === 'queen' ? ['few'] : [],
  });
  const said = (earlier: number, ...numbers: number[]) =>
    quote([...numbers.map((number) => of(number)), of(9, 'cage')], context, [rule(earlier)]).problems.map(({ data }) =>
      problemText(data),
    );

  it('counts all lines of a basket, and what was ordered before', () => {
    expect([said(0, 3), said(0, 1, 2), said(2, 1), said(3)]).toEqual([[], [], [], []]);
    expect(said(0, 2, 2)).toEqual([
      'Queens: one customer can have at most 3, and there are 4 in the basket. Leave at most 3 in the basket.',
    ]);
    expect(said(1, 3)).toEqual([
      'Queens: one customer can have at most 3, and there are 3 in the basket. 1 was ordered before. Leave at most 2 in the basket.',
    ]);
    expect(said(3, 1)).toEqual([
      'Queens: one customer can have at most 3, and there is 1 in the basket. 3 were ordered before. Take it out.',
    ]);
    // More than they could have, ordered while there was no such rule.
    expect(said(7, 2)).toEqual([
      'Queens: one customer can have at most 3, and there are 2 in the basket. 7 were ordered before. Take them out.',
    ]);
    expect(quote([of(4)], context, [rule(0)]).canOrder).toBe(false);
  });
});

describe('breaks that count other lines', () => {
  const table = (more: object) => ({
    across: 'together',
    together: 'Jars',
    steps: [{ from: '10', value: '4' }],
    ...more,
  });
  const shop = shopOf([
    {
      slug: 'jar',
      price: '5',
      draws: [],
      breaks: table({}),
      choices: [list('lid', ['gold', 'white'], { required: true })],
    },
    {
      slug: 'bottle',
      price: '6',
      draws: [],
      breaks: table({ together: ' jars', gives: 'percent', steps: [{ from: '10', value: '50' }] }),
    },
    {
      slug: 'own',
      price: '5',
      draws: [],
      breaks: table({ across: 'product' }),
      choices: [list('lid', ['gold', 'white'], { required: true })],
    },
    {
      slug: 'wedge',
      price: '3',
      draws: [],
      breaks: table({ counting: 'graduated', together: 'Wedges', steps: [{ from: '10', value: '1' }] }),
      choices: [list('lid', ['gold', 'white'], { required: true })],
    },
    { slug: 'veil', price: '9', draws: [] },
  ]);
  const totals = (...wanted: [slug: string, quantity: number, lid?: string][]) => {
    const { lines, total } = quote(
      wanted.map(([slug, quantity, lid]) => line(shop.program(slug), quantity, lid ? { lid } : {})),
      { ...context, stock: null },
    );
    return [...lines.map(({ resolution }) => resolution?.lineTotal?.toString()), total?.toString()];
  };

  it('mix and match what names the same group, however it is written', () => {
    expect(totals(['jar', 6, 'gold'], ['bottle', 3])).toEqual(['30', '18', '48']);
    expect(totals(['jar', 6, 'gold'], ['bottle', 4], ['veil', 20])).toEqual(['24', '12', '180', '216']);
  });

  it('count all lines of the product', () => {
    expect(totals(['own', 6, 'gold'], ['own', 4, 'white'])).toEqual(['24', '16', '40']);
    expect(totals(['own', 6, 'gold'], ['jar', 4, 'white'])).toEqual(['30', '20', '50']);
  });

  it('take of each line its share of every step, so that their order has no say', () => {
    // 12 together: two beyond ten; a line of 9 has 1.5 of them, a line of 3 half a one.
    expect(totals(['wedge', 9, 'gold'], ['wedge', 3, 'white'])).toEqual(['24', '8', '32']);
    expect(totals(['wedge', 3, 'white'], ['wedge', 9, 'gold'])).toEqual(['8', '24', '32']);
  });

  it('total the same in whatever order the lines stand', () => {
    const lines = fc.array(
      fc.tuple(
        fc.constantFrom('jar', 'bottle', 'own', 'wedge', 'veil'),
        fc.integer({ min: 1, max: 9 }),
        fc.constantFrom('gold', 'white'),
      ),
      { minLength: 1, maxLength: 5 },
    );
    const given = lines.map((all) =>
      all.map(([slug, quantity, lid]): [string, number, string?] =>
        slug === 'bottle' || slug === 'veil' ? [slug, quantity] : [slug, quantity, lid],
      ),
    );
    fc.assert(
      fc.property(given, (all) => void expect(totals(...all).at(-1)).toBe(totals(...all.toReversed()).at(-1))),
      { numRuns: 40 },
    );
  });
});
