import { describe, expect, it } from 'vitest';
import { sheetSchema } from '@/core/catalog';
import { compile } from '@/core/compile';
import { resolve } from '@/core/run';
import { shopOf, TODAY } from '../../../../tests/fixtures/shop-of';
import { triedOn } from './sample-product';

describe('the product that a new sheet is tried on', () => {
  it('has its formulas, rules and tables once', () => {
    const sheet = sheetSchema.parse({
      key: 'gift',
      title: 'Gift',
      choices: [{ kind: 'yesNo', key: 'wrap', title: 'Wrap', required: false }],
      rates: [{ key: 'paper', title: 'Paper', value: '5' }],
      formulas: [{ key: 'fee', title: 'Fee', serves: { kind: 'amount' }, text: 'paper' }],
      rules: [{ key: 'r', when: null, then: [{ kind: 'amount', amount: { kind: 'fixed', value: '7' } }] }],
    });
    const { surroundings } = shopOf([]);
    const sheets = new Map([[sheet.key, sheet]]);
    const program = compile(triedOn(sheet, undefined, sheets.values()), { ...surroundings, sheets });
    expect(resolve(program, { answers: {} }, { stock: null, today: TODAY }).unitPrice?.toFixed(2)).toBe('112.00');
  });
});
