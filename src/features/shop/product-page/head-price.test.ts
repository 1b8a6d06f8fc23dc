import { describe, expect, it } from 'vitest';
import { headPrice } from './head-price';

const open = { state: 'incomplete', unitPrice: '20.00', currency: 'EUR' } as const;
const at = (before: 'from' | null, after: 'so far' | null) => ({ kind: 'price', amount: '20.00', before, after });

describe('the price at the head of a product page', () => {
  it('is what it costs once all is answered, whatever the list says', () => {
    expect(headPrice({ ...open, state: 'sellable' }, 'from €12.00', false)).toEqual(at(null, null));
  });

  it('is “from” while nothing is answered, where nothing costs less', () => {
    expect(headPrice(open, '€20.00 – €31.00', true)).toEqual(at('from', null));
    expect(headPrice(open, 'from €20.00', true)).toEqual(at('from', null));
  });

  it('is what the list says where what is shown would be a price that nothing costs', () => {
    expect(headPrice(open, '€14.00 – €31.00', true)).toEqual({ kind: 'list', words: '€14.00 – €31.00' });
    expect(headPrice(open, '€200.00 – €310.00', true)).toEqual({ kind: 'list', words: '€200.00 – €310.00' });
  });

  it('is a plain price where no answer changes it', () => {
    expect(headPrice(open, '€20.00', true)).toEqual(at(null, null));
  });

  it('is what it comes to so far once something is answered, and where no list says anything', () => {
    expect(headPrice(open, '€20.00 – €31.00', false)).toEqual(at(null, 'so far'));
    expect(headPrice(open, null, true)).toEqual(at(null, 'so far'));
  });

  it('is what the list says where there is no price of one yet', () => {
    expect(headPrice({ ...open, unitPrice: null }, '€18.50 / m', true)).toEqual({ kind: 'list', words: '€18.50 / m' });
    expect(headPrice({ ...open, unitPrice: null }, null, true)).toBeNull();
  });
});
