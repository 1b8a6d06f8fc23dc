import { describe, expect, it } from 'vitest';
import { catalogSchema, productSchema } from '../catalog';
import { surroundingsOf } from '../exchange';
import { compile } from '.';

const SHOP = { format: 'oak-knot/catalog', version: 2, shop: { name: 'Test', currency: 'EUR' } };
const measure = (key: string) => ({ kind: 'measure', key, title: key.toUpperCase(), unit: 'm' });
const formula = (text: string) => ({ key: 'f', title: 'F', serves: { kind: 'amount' }, text });

function faultsOf(product: object, sheets: object[] = []): string[] {
  const catalog = catalogSchema.parse({
    ...SHOP,
    sheets,
    products: [{ slug: 'p', title: 'P', sku: 'P', price: '1', ...product }],
  });
  return compile(productSchema.parse(catalog.products[0]), surroundingsOf(catalog)).faults.map(
    ({ code, path, gravity }) => `${code} ${path.join('.')} ${gravity}`,
  );
}

describe('names that mean two things', () => {
  it('are told where they are made: units, and what formulas call by themselves', () => {
    const product = { choices: [measure('m'), measure('quantity')], formulas: [formula('m / m × 1 EUR')] };
    expect(faultsOf(product)).toEqual(['nameIsUnit choices.0 canWait', 'nameHidden choices.1 canWait']);
    // Where nothing is worked out, nothing can be mistaken.
    expect(faultsOf({ ...product, formulas: [] })).toEqual([]);
  });

  it('are told of rates that are named like a measure of the same place', () => {
    const rates = [{ key: 'wide', title: 'Wide rate', value: '3', per: 'm' }];
    expect(faultsOf({ choices: [measure('wide')], rates, formulas: [formula('wide × 1 EUR / 1 m')] })).toEqual([
      'nameHidden rates.0.key canWait',
    ]);
    expect(faultsOf({ choices: [measure('long')], rates, formulas: [formula('long × wide')] })).toEqual([]);
  });

  it('are told of lines of a formula', () => {
    expect(faultsOf({ choices: [measure('wide')], formulas: [formula('kg = wide × 2\nkg × 1 EUR / 1 m')] })).toEqual([
      'nameIsUnit formulas.0.text canWait',
    ]);
  });
});

describe('a property', () => {
  const list = (key: string, ...units: string[]) => ({
    kind: 'list',
    key,
    title: key,
    options: units.map((unit, place) => ({
      key: `o${place}`,
      title: `O${place}`,
      sku: `${key}${place}`,
      properties: { size: { value: '2', unit } },
    })),
  });
  it('measures one thing with all options of a choice, or the product can’t be sold', () => {
    expect(faultsOf({ choices: [list('a', 'm', 'kg')] })).toEqual([
      'propertyMixed choices.0.options.1.properties.size mustFix',
    ]);
    expect(faultsOf({ choices: [list('a', 'm', 'cm')] })).toEqual([]);
  });

  it('is told where another choice means something else by it', () => {
    expect(faultsOf({ choices: [list('a', 'm'), list('b', 'kg')] })).toEqual([
      'propertyElsewhere choices.1.options.0.properties.size canWait',
    ]);
  });
});
