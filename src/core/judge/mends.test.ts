import { describe, expect, it } from 'vitest';
import { choiceSchema, type Product, productSchema } from '../catalog';
import { compile } from '../compile/compile';
import { type Fault, type FaultData, faultAt, type Path } from '../problems';
import { mendWords, placeWords } from '../words';
import { mesh, suit, surroundings } from '../../../tests/fixtures/products';
import { mendsOf } from './mends';
import { readiness } from './readiness';

/** What can be pressed for a fault, and what the product is after each press. */
function pressed(product: Product, fault: Pick<Fault, 'path' | 'data'>): Record<string, Product> {
  return Object.fromEntries(
    mendsOf(fault, product).map(({ does, apply }) => {
      const draft = structuredClone(product);
      apply(draft);
      return [mendWords(does), draft];
    }),
  );
}
const faultsOf = (product: Product) => readiness(product, surroundings, null);
const formula = (text: string, serves: Product['formulas'][number]['serves'] = { kind: 'amount' }) => ({
  ...mesh,
  formulas: [{ key: 'f', title: 'Cutting', serves, text }],
});
const rateOf = (key: string, value: string, per: string) => ({ key, title: key, value, per, byGroup: {}, steps: [] });

describe('a press that mends', () => {
  it.each([
    ['12,50', '12.50'],
    ['12,5 %', '12.5'],
    ['1 250.5', '1250.5'],
    ['-0,5', '-0.5'],
  ])('writes the number that “%s” is', (given, right) => {
    const product = { ...mesh, price: given };
    const [fault] = faultsOf(product).filter(({ code }) => code === 'notDecimal');
    expect(fault && pressed(product, fault)[`Write ${right}`]?.price).toBe(right);
  });

  it.each(['ten', '$5', '1.000,50', '1,250'])('does not guess what “%s” is', (given) => {
    expect(mendsOf(faultAt(['price'], { code: 'notDecimal', given }), { ...mesh, price: given })).toEqual([]);
  });

  it('brings money times an area to money, on the line that is wrong, whatever the line says', () => {
    const area = (text: string) => ({
      ...formula(text),
      choices: [
        ...mesh.choices,
        choiceSchema.parse({
          kind: 'measure',
          key: 'width',
          title: 'Width',
          unit: 'm',
          min: '0.1',
          max: '2',
          default: '1',
        }),
      ],
    });
    for (const [text, right] of [
      ['2 EUR × length × width', '2 EUR × length × width / 1 m2'],
      ['a = length × width\ncost = 2 EUR × a + 1 EUR × a', 'a = length × width\ncost = (2 EUR × a + 1 EUR × a) / 1 m2'],
    ] as const) {
      const product = area(text);
      const [fault] = compile(product, surroundings).faults.filter(({ code }) => code === 'formula');
      const mended = fault && pressed(product, fault)['Add / 1 m2'];
      expect(mended?.formulas[0]?.text).toBe(right);
      expect(mended && compile(mended, surroundings).faults.filter(({ code }) => code === 'formula')).toEqual([]);
    }
  });

  it('gives an area a rate, once', () => {
    const product = { ...formula('length × 2'), rates: [rateOf('labour', '3', 'm')] };
    const [fault] = compile(product, surroundings).faults.filter(({ code }) => code === 'formula');
    const mended = fault && pressed(product, fault)['Times a rate per m'];
    expect(mended?.formulas[0]?.text).toBe('length × 2 × rate');
    expect(mended?.rates.map(({ key, per }) => [key, per])).toEqual([
      ['labour', 'm'],
      ['rate', 'm'],
    ]);
    expect(mended && compile(mended, surroundings).faults.filter(({ code }) => code === 'formula')).toEqual([]);
  });

  it('writes the name that was meant, and no part of a longer one', () => {
    const product = formula('lenght × 2 EUR / 1 m + lenghts');
    const mended = pressed(
      product,
      faultAt(['formulas', 0], {
        code: 'formula',
        title: 'Cutting',
        line: 1,
        fault: { code: 'unknownName', name: 'lenght', nearest: 'length' },
      }),
    );
    expect(mended['Write length']?.formulas[0]?.text).toBe('length × 2 EUR / 1 m + lenghts');
  });

  it('settles that nothing is counted: of the product, or of one option', () => {
    const bare: Product = { ...mesh, draws: [] };
    const [fault] = faultsOf(bare).filter(({ code }) => code === 'drawsNothing');
    const mended = fault && pressed(bare, fault)['Made to order, not counted'];
    expect(mended?.notCounted).toBe('madeToOrder');
    expect(mended && faultsOf(mended).filter(({ code }) => code === 'drawsNothing')).toEqual([]);
    const [draw] = mesh.draws;
    const roofs = productSchema.parse({
      ...bare,
      choices: [
        {
          kind: 'list',
          key: 'roof',
          title: 'Roof',
          options: [
            { key: 'flat', title: 'Flat', draws: draw ? [{ kind: 'fixed', stock: draw.stock, quantity: '1' }] : [] },
            { key: 'own', title: 'Your own' },
          ],
        },
      ],
    });
    const [open] = faultsOf(roofs).filter(({ code }) => code === 'drawsNothing');
    const settled = open && pressed(roofs, open)['Made to order, not counted'];
    expect(settled?.notCounted).toBeNull();
    expect(settled && faultsOf(settled).filter(({ code }) => code === 'drawsNothing')).toEqual([]);
  });

  it('gives options that make variants SKU parts of their names, another for each', () => {
    const product = productSchema.parse({
      ...mesh,
      choices: [
        {
          kind: 'list',
          key: 'size',
          title: 'Size',
          stocked: true,
          options: [
            { key: 's', title: 'Small' },
            { key: 'm', title: 'smäll!' },
            { key: 'l', title: 'Large', sku: 'SMALL2' },
            { key: 'x', title: '?' },
          ],
        },
      ],
      variants: ['s', 'm', 'l', 'x'].map((size) => ({ options: { size } })),
    });
    const [clash] = compile(product, surroundings).faults.filter(({ code }) => code === 'skuClash');
    const mended = clash && pressed(product, clash)['SKU parts from the names'];
    expect(
      mended?.choices.flatMap((choice) => ('options' in choice ? choice.options.map(({ sku }) => sku) : [])),
    ).toEqual(['SMA', 'SMAL', 'SMALL2', '4']);
    expect(mended && compile(mended, surroundings).faults.filter(({ code }) => code === 'skuClash')).toEqual([]);
  });

  it('settles which answers share an SKU', () => {
    const product = productSchema.parse({
      ...mesh,
      choices: [
        ...mesh.choices,
        { kind: 'yesNo', key: 'gift', title: 'Gift' },
        { kind: 'yesNo', key: 'hem', title: 'Hem', sku: 'H' },
      ],
    });
    const mended = pressed(
      product,
      faultAt(['choices', 1], { code: 'skuShared', sku: 'MESH', first: 'Gift', second: '' }),
    );
    const settled = (of: Product | undefined) => of?.choices.map((choice) => 'sameSku' in choice && choice.sameSku);
    expect(settled(mended['Keep the SKU for Gift'])).toEqual([false, true, false]);
    expect(settled(mended['Keep the SKU for all without an SKU part'])).toEqual([true, true, false]);
  });

  it.each<[FaultData, Path, Product, string, (product: Product) => unknown, unknown]>([
    [
      { code: 'skuMissing' },
      ['sku'],
      { ...mesh, sku: '', title: 'Größe „M“ Bügel' },
      'Write GROSSE-M-BUGEL',
      ({ sku }) => sku,
      'GROSSE-M-BUGEL',
    ],
    [
      { code: 'wasPriceNotHigher' },
      ['wasPrice'],
      { ...mesh, wasPrice: '1' },
      'Remove the was-price',
      ({ wasPrice }) => wasPrice,
      null,
    ],
    [
      { code: 'badGtin', given: '4006381333930', right: 1 },
      ['variants', 0, 'gtin'],
      { ...suit, variants: suit.variants.map((variant) => ({ ...variant, gtin: '4006381333930' })) },
      'Write 4006381333931',
      ({ variants }) => variants[0]?.gtin,
      '4006381333931',
    ],
    [
      { code: 'ruleSilent', rule: { title: 'R', when: null } },
      ['rules', 0],
      { ...mesh, rules: [{ key: 'r', title: 'R', on: true, when: null, then: [] }] },
      'Switch this rule off',
      ({ rules }) => rules[0]?.on,
      false,
    ],
  ])('%o', (data, path, product, words, read, after) => {
    const mended = pressed(product, { path, data })[words];
    expect(mended && read(mended)).toEqual(after);
  });

  it('is none where only the manager can know', () => {
    expect(mendsOf(faultAt(['price'], { code: 'priceMissing' }), mesh)).toEqual([]);
    expect(
      mendsOf(faultAt(['sheets', 'gift', 'rules', 0], { code: 'ruleSilent', rule: { title: '', when: null } }), mesh),
    ).toEqual([]);
  });
});

describe('the place of a fault', () => {
  it.each<[Path, Product, string]>([
    [['choices', 0, 'min'], mesh, 'Length: the least'],
    [['choices', 0, 'options', 1, 'amount', 'value'], suit, 'Size, L: the amount'],
    [['variants', 0, 'price'], suit, 'M · Slate: the price'],
    [['price'], mesh, 'the price'],
    [['quantity', 'minimum'], mesh, 'the least'],
    [['rules', 0, 'then', 0], { ...mesh, rules: [{ key: 'r', title: '', on: true, when: null, then: [] }] }, 'Rule 1'],
  ])('%o is said', (path, product, words) => expect(placeWords(path, product)).toBe(words));
});
