import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '../../catalog';
import { compile } from '../../compile';
import { surroundingsOf } from '../../exchange';
import { analyseWhole } from '../../../../tests/support/analyse-whole';
import { resolve } from '..';

const TODAY = '2026-11-25';
const keys = (...names: string[]) => names.map((key) => ({ key, title: key.toUpperCase(), sku: key.toUpperCase() }));

describe('a choice of a stocked set that is shown once another is answered', () => {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Test', currency: 'EUR' },
    stock: [{ key: 'cap-s', title: 'Cap S', unit: '1', onHand: '5' }],
    products: [
      {
        slug: 'cap',
        title: 'Cap',
        sku: 'CAP',
        price: '10',
        category: 'Clothes',
        choices: [
          { kind: 'list', key: 'size', title: 'Size', stocked: true, options: keys('s', 'm') },
          { kind: 'list', key: 'cloth', title: 'Cloth', stocked: true, options: keys('wool', 'felt') },
        ],
        variants: [
          { options: { size: 's', cloth: 'wool' }, stock: 'cap-s' },
          { options: { size: 's', cloth: 'felt' } },
          { options: { size: 'm', cloth: 'felt' }, price: '12' },
        ],
        rules: [
          {
            key: 'later',
            when: { kind: 'answered', choice: 'size', answered: true },
            then: [{ kind: 'show', choices: ['cloth'] }],
          },
        ],
      },
    ],
  });
  const program = compile(productSchema.parse(catalog.products[0]), surroundingsOf(catalog));
  const at = (answers: object) => resolve(program, { answers }, { stock: null, today: TODAY });

  it('is hidden before, and makes the variant after', () => {
    expect(program.faults.map(({ data }) => data.code)).not.toContain('mustBeShown');
    expect(at({})).toMatchObject({
      state: 'incomplete',
      shown: [{ choice: 'size' }, { choice: 'cloth', shown: false }],
    });
    expect(at({ size: 's' })).toMatchObject({
      state: 'incomplete',
      shown: [{ choice: 'size' }, { choice: 'cloth', shown: true }],
    });
    expect(at({ size: 's', cloth: 'wool' })).toMatchObject({ state: 'sellable', item: { sku: 'CAP-S-WOOL' } });
    expect(at({ size: 'm', cloth: 'wool' }).state).toBe('unavailable');
  });

  it('is counted and priced as if it had been there all along', () => {
    expect(analyseWhole(program, TODAY)).toMatchObject({
      selections: '3',
      lowest: { price: '10.00' },
      highest: { price: '12.00' },
    });
  });
});
