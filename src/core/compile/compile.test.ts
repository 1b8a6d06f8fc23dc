import { describe, expect, it } from 'vitest';
import { type Product, productSchema, variantSchema } from '../catalog';
import { ANY_QUANTITY } from '../ordering';
import { compile } from '../compile';
import { pathText } from '../exchange';
import { readiness } from '../judge';
import { mesh, stock, suit, surroundings } from '../../../tests/fixtures/products';
import { faultWords } from '../words';

type Change = (draft: Product) => void;

function changed(product: Product, change: Change): Product {
  const copy = structuredClone(product);
  change(copy);
  return copy;
}

const found = (product: Product) =>
  readiness(product, surroundings, stock).map(({ path, code }) => `${pathText(path)} ${code}`);

/** The choice of that key, to be changed. */
function choice<K extends Product['choices'][number]['kind']>(
  product: Product,
  kind: K,
): Extract<Product['choices'][number], { kind: K }> {
  const match = product.choices.find(
    (candidate): candidate is Extract<Product['choices'][number], { kind: K }> => candidate.kind === kind,
  );
  if (!match) throw new Error(`no choice of kind ${kind}`);
  return match;
}

describe('readiness', () => {
  it('finds nothing to mend in a sound product, and says what can wait', () => {
    expect(found(mesh)).toEqual(['$.pictures pictureMissing']);
    expect(found(suit)).toEqual(['$.pictures pictureMissing', '$.variants[1] outOfStock']);
  });

  it('lists everything that an empty product lacks', () => {
    expect(found(productSchema.parse({ slug: 'new', title: '', sku: '' }))).toEqual([
      '$.title titleMissing',
      '$.sku skuMissing',
      '$.price priceMissing',
      '$.category categoryMissing',
      '$.draws drawsNothing',
      '$.pictures pictureMissing',
    ]);
  });

  const faults: [string, Product, Change, string][] = [
    ['a price that is no number', mesh, (draft) => void (draft.price = '12,50'), '$.price notDecimal'],
    ['a negative price', mesh, (draft) => void (draft.price = '-1'), '$.price negative'],
    [
      'a was-price that is not higher',
      mesh,
      (draft) => void (draft.wasPrice = '18.50'),
      '$.wasPrice wasPriceNotHigher',
    ],
    [
      'a price by a measure that is not there',
      mesh,
      (draft) => void (draft.soldBy = { kind: 'measure', measure: 'width', unit: 'm', charge: null }),
      '$.soldBy.measure unknownReference',
    ],
    [
      'a price per kilogram of a length',
      mesh,
      (draft) => void (draft.soldBy = { kind: 'measure', measure: 'length', unit: 'kg', charge: null }),
      '$.soldBy.unit unitMismatch',
    ],
    ['an unknown unit', mesh, (draft) => void (choice(draft, 'measure').unit = 'ell'), '$.choices[0].unit unknownUnit'],
    [
      'a measure that may be left out',
      mesh,
      (draft) => void (choice(draft, 'measure').required = false),
      '$.choices[0].required measureNotRequired',
    ],
    [
      'limits the wrong way round',
      mesh,
      (draft) => void (choice(draft, 'measure').min = '31'),
      '$.choices[0].min limitsCross',
    ],
    [
      'a step of nothing',
      mesh,
      (draft) => void (choice(draft, 'measure').step = '0'),
      '$.choices[0].step stepNotPositive',
    ],
    [
      'a default beyond the limits',
      mesh,
      (draft) => void (choice(draft, 'measure').default = '99'),
      '$.choices[0].default defaultRefused',
    ],
    [
      'a stock item that is not there',
      mesh,
      (draft) => void (draft.draws = [{ kind: 'fixed', stock: 'gone', quantity: '1', pieces: 1 }]),
      '$.draws[0].stock unknownReference',
    ],
    [
      'a length taken from what is counted in pieces',
      mesh,
      (draft) => void (draft.draws = [{ kind: 'measure', stock: 'veil', measure: 'length', pieces: 1 }]),
      '$.draws[0].stock unitMismatch',
    ],
    [
      'a quantity rule nothing keeps',
      mesh,
      (draft) => void (draft.quantity = { ...ANY_QUANTITY, maximum: 5, multiple: 12 }),
      '$.quantity.maximum quantityImpossible',
    ],
    ['a title with a sign without width', suit, (draft) => void (draft.title = 'Bee\u200b suit'), '$.title hidesSigns'],
    [
      'an option whose title turns the direction of reading',
      suit,
      (draft) => choice(draft, 'list').options.forEach((option) => void (option.title = '\u202eM')),
      '$.choices[0].options[0].title hidesSigns',
    ],
    [
      'a picture of another host',
      mesh,
      (draft) => void (draft.pictures = [{ src: '//elsewhere.example/mesh.png', alt: '', focus: null }]),
      '$.pictures[0].src pictureElsewhere',
    ],
    [
      'a picture whose address is a script',
      mesh,
      (draft) => void (draft.pictures = [{ src: 'javascript:alert(1)', alt: '', focus: null }]),
      '$.pictures[0].src pictureElsewhere',
    ],
    ['no category', mesh, (draft) => void (draft.category = ' '), '$.category categoryMissing'],
    [
      'a required choice without options',
      suit,
      (draft) => void (choice(draft, 'list').options = []),
      '$.choices[0].options noOptions',
    ],
    [
      'two options with one SKU part',
      suit,
      (draft) => choice(draft, 'list').options.forEach((option) => void (option.sku = 'M')),
      '$.choices[0].options[1].sku skuClash',
    ],
    [
      'two choices of one inside name',
      suit,
      (draft) => void (choice(draft, 'text').key = 'size'),
      '$.choices[3].key duplicateKey',
    ],
    ['a SKU part no label takes', suit, (draft) => void (choice(draft, 'text').sku = 'a b'), '$.choices[3].sku badSku'],
    [
      'a colour that is none',
      suit,
      (draft) => choice(draft, 'swatch').options.forEach((option) => void (option.colours = ['grey'])),
      '$.choices[1].options[0].colours[0] badColour',
    ],
    [
      'an amount per character of a list',
      suit,
      (draft) => void (choice(draft, 'text').amount = { kind: 'perCharacter', value: '1', of: 'size', spaces: 'free' }),
      '$.choices[3].amount.of referenceKind',
    ],
    [
      'a variant without its stock item',
      suit,
      (draft) => draft.variants.forEach((variant) => void (variant.stock = null)),
      '$.variants[0].stock drawsNothing',
    ],
    [
      'a variant listed twice',
      suit,
      (draft) =>
        void draft.variants.push(variantSchema.parse({ options: { size: 'm', cloth: 'slate' }, stock: 'veil' })),
      '$.variants[2] variantTwice',
    ],
    [
      'two variants of one SKU',
      suit,
      (draft) => draft.variants.forEach((variant) => void (variant.sku = 'ONE')),
      '$.variants[1].sku skuClash',
    ],
    [
      'a variant that does not say its cloth',
      suit,
      (draft) => void (draft.variants[0] = variantSchema.parse({ options: { size: 'm' }, stock: 'veil' })),
      '$.variants[0].options.cloth variantIncomplete',
    ],
    [
      'a reduction of more than everything',
      suit,
      (draft) => void (choice(draft, 'text').amount = { kind: 'percentOfBase', value: '-101' }),
      '$.choices[3].amount.value percentBelowNothing',
    ],
  ];
  it.each(faults)('points at %s', (_what, product, change, expected) => {
    expect(found(changed(product, change))).toContain(expected);
  });

  it('takes titles in every script, with accents and pictographs', () => {
    for (const title of ['Zo\u0308e’s suit', 'بدلة النحّال', '\u{1f468}\u200d\u{1f33e} suit', '養蜂 服'])
      expect(found(changed(suit, (draft) => void (draft.title = title)))).not.toContain('$.title hidesSigns');
  });

  it('asks for a draw of every option when only options draw', () => {
    const product = productSchema.parse({
      slug: 'pen',
      title: 'Pen',
      sku: 'PEN',
      price: '1',
      category: 'Pens',
      choices: [
        {
          kind: 'list',
          key: 'ink',
          title: 'Ink',
          options: [
            { key: 'red', title: 'Red', draws: [{ kind: 'fixed', stock: 'veil', quantity: '1' }] },
            { key: 'blue', title: 'Blue' },
          ],
        },
      ],
    });
    expect(found(product)).toContain('$.choices[0].options[1].draws drawsNothing');
    const optional = changed(product, (draft) => void (choice(draft, 'list').required = false));
    expect(readiness(optional, surroundings, null).map(({ data }) => faultWords(data))).toContain(
      'Leaving out Ink draws nothing from stock. Choose its stock item.',
    );
  });

  it('says everything in words, without a bare code in them', () => {
    for (const [, product, change] of faults) {
      for (const { data, code } of readiness(changed(product, change), surroundings, stock)) {
        const message = faultWords(data);
        expect(message).toMatch(/^[A-Z“$].{10,}[.!]$/);
        expect(message).not.toContain(code);
      }
    }
  });

  it('leaves what is faulty out of the program, and keeps the rest running', () => {
    const program = compile(
      changed(suit, (draft) => void (choice(draft, 'text').amount = { kind: 'fixed', value: 'lots' })),
      surroundings,
    );
    expect(program.faults.map(({ code }) => code)).toEqual(['notDecimal']);
    expect(program.choices).toHaveLength(suit.choices.length);
  });
});
