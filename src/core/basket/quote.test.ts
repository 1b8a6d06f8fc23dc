import { describe, expect, it } from 'vitest';
import { ANY_QUANTITY, orderable } from '../ordering';
import { stockView } from '../stock';
import { problemWords } from '../words';
import { fixed, list, shopOf, TODAY } from '../../../tests/fixtures/shop-of';
import { quote } from './quote';

const TEN = stockView([{ key: 'body', available: '10' }, { key: 'trim', available: '10' }]);
const context = { stock: TEN, today: TODAY };
const line = (program: ReturnType<ReturnType<typeof shopOf>['program']> | null, quantity: number, answers: object = {}) => ({ program, selection: { answers: { ...answers }, quantity }, group: null });

describe('a quote', () => {
  const shop = shopOf([
    { choices: [list('lid', ['flat', 'deep'], { options: [{ key: 'flat', title: 'Flat' }, { key: 'deep', title: 'Deep', amount: fixed('2.50') }] })] },
    { slug: 'q', title: 'Q', sku: 'Q', price: '0.10', draws: [{ kind: 'fixed', stock: 'trim', quantity: '1' }] },
  ]);

  it('is the sum of its lines, to the cent', () => {
    const { total, canOrder, lines } = quote([line(shop.program(), 3, { lid: 'deep' }), line(shop.program('q'), 7)], context);
    expect([total?.toString(), canOrder]).toEqual(['308.2', true]);
    expect(lines.map(({ resolution }) => resolution?.lineTotal?.toString())).toEqual(['307.5', '0.7']);
  });

  it('stands all lines before the same shelves, in their order', () => {
    const { lines, canOrder } = quote([line(shop.program(), 6, { lid: 'flat' }), line(shop.program('q'), 10), line(shop.program(), 5, { lid: 'deep' })], context);
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
  const shop = shopOf([{ slug: 'jar', price: '2' }, { slug: 'lid', price: '1' }, { slug: 'veil', price: '9' }]);
  const rule = { key: 'fill', title: 'Bottling', orderable: orderable({ ...ANY_QUANTITY, minimum: 3, multiple: 3 }) };
  const of = (slug: string, quantity: number, together: string[] = ['fill']) => ({ ...line(shop.program(slug), quantity), together });

  it('count every line that they are placed on, and say what is wrong with them together', () => {
    const { problems, canOrder, total } = quote([of('jar', 1), of('lid', 1), of('veil', 5, [])], context, [rule]);
    expect(problems.map(({ data }) => problemWords(data))).toEqual([{ message: 'Bottling: there are 2 in the basket together. The smallest quantity is 3.', remedy: 'Nearest: 3.' }]);
    expect([canOrder, total?.toString()]).toEqual([false, '48']);
    expect(quote([of('jar', 1), of('lid', 2)], context, [rule])).toMatchObject({ problems: [], canOrder: true });
    expect(quote([of('jar', 1), of('lid', 3)], context, [rule]).problems.map(({ data }) => problemWords(data).remedy)).toEqual(['Nearest: 3 or 6.']);
  });

  it('have nothing against a basket in which nothing is counted', () => {
    expect(quote([of('veil', 1, [])], context, [rule])).toMatchObject({ problems: [], canOrder: true });
  });
});
