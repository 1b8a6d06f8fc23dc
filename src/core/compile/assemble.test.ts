import { describe, expect, it } from 'vitest';
import { catalogSchema, placementsOf, type Product, type Sheet, sheetSchema } from '../catalog';
import { compile } from '../compile';
import { pathText, surroundingsOf } from '../exchange';
import { sellableRange } from '../analysis';
import { readiness } from '../judge';
import { resolve } from '../run';
import { atChoice, whereText } from '../selection';
import { context } from '../../../tests/fixtures/products';

const gift = {
  key: 'gift',
  title: 'As a gift',
  places: [{ tag: 'gift' }, { category: 'Clothing', supplier: 'Acme' }],
  choices: [
    { kind: 'text', key: 'card', title: 'Card', required: false, maxCharacters: 20 },
    {
      kind: 'list',
      key: 'wrap',
      title: 'Wrapping',
      default: 'plain',
      options: [
        { key: 'plain', title: 'Plain' },
        { key: 'fine', title: 'Fine', swatch: 'gold', amount: { kind: 'fixed', value: '3' } },
        { key: 'letters', title: 'Lettered', amount: { kind: 'perCharacter', value: '0.5', of: 'card' } },
      ],
    },
  ],
};

const base = {
  slug: 'hat',
  title: 'Hat',
  sku: 'HAT',
  price: '20',
  category: 'Clothing',
  draws: [{ kind: 'fixed', stock: 'hat', quantity: '1' }],
  choices: [
    { kind: 'list', key: 'card', title: 'Card', options: [{ key: 'a', title: 'A' }], default: 'a' },
    { kind: 'yesNo', key: 'band', title: 'Band', required: false, default: false },
  ],
};

function world(product: object, sheets: object[] = [gift]) {
  const catalog = catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'S', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade' }] },
    stock: [{ key: 'hat', title: 'Hat', unit: '1', onHand: '5' }],
    swatches: [{ key: 'gold', name: 'Gold', colours: ['#d0a040'] }],
    sheets,
    products: [{ ...base, ...product }],
  });
  const [definition] = catalog.products;
  if (!definition) throw new Error('no product');
  const surroundings = surroundingsOf(catalog);
  return { definition, surroundings, program: compile(definition, surroundings) };
}

const keys = (product: Product) => product.choices.map(({ key }) => key);
const withSheet = (placement: object = {}) => world({ sheets: [{ key: 'gift', ...placement }] });

describe('sheets on a product', () => {
  it('leave a product alone that has none', () => {
    const { definition, program } = world({});
    expect(program.product).toBe(definition);
  });

  it('stand at the end, at the top, or behind a choice', () => {
    expect(keys(withSheet().program.product)).toEqual(['card', 'band', 'gift.card', 'gift.wrap']);
    expect(keys(withSheet({ after: '' }).program.product)).toEqual(['gift.card', 'gift.wrap', 'card', 'band']);
    expect(keys(withSheet({ after: 'card' }).program.product)).toEqual(['card', 'gift.card', 'gift.wrap', 'band']);
    expect(keys(withSheet({ after: 'gone' }).program.product)).toEqual(['card', 'band', 'gift.card', 'gift.wrap']);
  });

  it('keep their choices apart from the product’s of the same inside name, and refer to their own', () => {
    const { program } = withSheet();
    const { working } = resolve(
      program,
      { answers: { 'gift.card': 'Ada L', 'gift.wrap': 'letters' } },
      { ...context, stock: null },
    );
    expect(working.map(({ amount }) => amount.toString())).toEqual(['20', '2']);
  });

  it('take the colours of the swatch book', () => {
    const [, , , wrap] = withSheet().program.product.choices;
    expect(wrap && 'options' in wrap && wrap.options[1]?.colours).toEqual(['#d0a040']);
  });

  it('come by a condition, also later, unless the product leaves them out', () => {
    expect(keys(world({ tags: ['Gift '] }).program.product)).toHaveLength(4);
    expect(keys(world({ supplier: 'acme' }).program.product)).toHaveLength(4);
    expect(keys(world({ supplier: 'Other' }).program.product)).toHaveLength(2);
    expect(
      keys(world({ tags: ['gift'], sheets: [{ key: 'gift', by: 'condition', leftOut: true }] }).program.product),
    ).toHaveLength(2);
  });

  it('go again when the condition no longer holds, though the product has said something about them', () => {
    const said = { sheets: [{ key: 'gift', by: 'condition', overrides: { wrap: { leftOut: true } } }] };
    expect(keys(world({ ...said, tags: ['gift'] }).program.product)).toEqual(['card', 'band', 'gift.card']);
    expect(keys(world(said).program.product)).toEqual(['card', 'band']);
  });

  it('that conditions place come in the order of their rank', () => {
    const other: Sheet = sheetSchema.parse({ key: 'aaa', title: 'Other', rank: 5, places: [{ tag: 'gift' }] });
    const { definition, surroundings } = world({ tags: ['gift'] });
    expect(placementsOf(definition, [...surroundings.sheets.values(), other]).map(({ key }) => key)).toEqual([
      'aaa',
      'gift',
    ]);
  });
});

describe('what a product says otherwise', () => {
  const overridden = (overrides: object) => withSheet({ overrides });

  it('is an amount, a default, required or not, an option or a choice left out; the rest follows', () => {
    const { program } = overridden({
      card: { required: true, amount: { value: { kind: 'fixed', value: '1' } } },
      wrap: {
        default: { value: 'fine' },
        options: { fine: { amount: { value: { kind: 'fixed', value: '2.50' } } }, letters: { leftOut: true } },
      },
    });
    const resolution = resolve(program, { answers: { 'gift.card': 'x' } }, { ...context, stock: null });
    expect(resolution.unitPrice?.toString()).toBe('23.5');
    expect(
      resolve(program, { answers: {} }, { ...context, stock: null }).problems.map(({ where }) => whereText(where)),
    ).toEqual(['choice:gift.card']);
    expect(program.choices[3]?.options.map(({ key }) => key)).toEqual(['plain', 'fine']);
  });

  it('doesn’t reach the sheet', () => {
    const { surroundings } = overridden({ wrap: { options: { fine: { leftOut: true } } } });
    const wrap = surroundings.sheets.get('gift')?.choices[1];
    expect(wrap && 'options' in wrap && wrap.options).toHaveLength(3);
  });

  it('takes back a default that it leaves out', () => {
    const { program } = overridden({ wrap: { options: { plain: { leftOut: true } } } });
    expect(resolve(program, { answers: {} }, { ...context, stock: null }).state).toBe('incomplete');
  });

  it('is said when the sheet no longer has what it is about', () => {
    const { program } = overridden({ ribbon: { leftOut: true }, wrap: { options: { velvet: { leftOut: true } } } });
    expect(program.faults.map(({ code, gravity }) => [code, gravity])).toEqual([
      ['overrideLost', 'canWait'],
      ['overrideLost', 'canWait'],
    ]);
  });
});

describe('faults of a product with sheets', () => {
  it('point to the sheet, or to the product’s own choice wherever it stands on the page', () => {
    const broken = {
      ...gift,
      choices: [{ kind: 'list', key: 'wrap', title: 'Wrapping', options: [] }, ...gift.choices.slice(0, 1)],
    };
    const { definition, surroundings } = world(
      {
        sheets: [{ key: 'gift', after: '' }],
        choices: [{ kind: 'list', key: 'own', title: '', options: [{ key: 'a', title: 'A' }] }],
      },
      [broken],
    );
    const places = readiness(definition, surroundings, context.stock).map(
      ({ path, code }) => `${pathText(path)} ${code}`,
    );
    expect(places).toContain('$.sheets.gift.choices[0].options noOptions');
    expect(places).toContain('$.choices[0].title titleMissing');
  });

  it('name a sheet that is not there, a swatch and a customer group that are not there', () => {
    const { program } = world({
      sheets: [{ key: 'nowhere' }],
      choices: [
        { kind: 'swatch', key: 'c', title: 'C', groups: ['vip'], options: [{ key: 'a', title: 'A', swatch: 'tin' }] },
      ],
    });
    expect(program.blocking.map(({ code }) => code)).toEqual(['sheetUnknown', 'unknownReference', 'groupUnknown']);
  });
});

describe('customer groups', () => {
  const groups = {
    choices: [
      {
        kind: 'yesNo',
        key: 'bulk',
        title: 'Bulk',
        required: true,
        groups: ['trade'],
        amount: { kind: 'fixed', value: '-5' },
      },
      {
        kind: 'list',
        key: 'colour',
        title: 'Colour',
        required: false,
        options: [
          { key: 'red', title: 'Red' },
          { key: 'grey', title: 'Grey', groups: ['trade'] },
        ],
      },
    ],
  };
  const ask = (answers: object, group?: string) =>
    resolve(world(groups).program, { answers }, { ...context, stock: null, group });

  it('see what is for them; others are not asked, and what they answer is set aside', () => {
    expect(ask({}, 'trade').problems.map(({ where }) => whereText(where))).toEqual(['choice:bulk']);
    expect(ask({ bulk: true }, 'trade').unitPrice?.toString()).toBe('15');
    expect(ask({ bulk: true })).toMatchObject({ state: 'sellable', problems: [] });
    expect(ask({ bulk: true }).unitPrice?.toString()).toBe('20');
    expect(ask({}).shown[0]).toMatchObject({ shown: false, why: 'otherGroup' });
  });

  it('are refused an option that is not for them', () => {
    expect(ask({ colour: 'grey' }).problems[0]).toMatchObject({ code: 'optionNotOffered', where: atChoice('colour') });
    expect(ask({ colour: 'grey', bulk: false }, 'trade').state).toBe('sellable');
  });
});

it('the price range spans several, add-ons and running percentages', () => {
  const { program } = world({
    choices: [
      {
        kind: 'several',
        key: 'extras',
        title: 'Extras',
        least: 2,
        options: [
          { key: 'a', title: 'A', amount: { kind: 'fixed', value: '1' } },
          { key: 'b', title: 'B', amount: { kind: 'fixed', value: '2' } },
          { key: 'c', title: 'C', amount: { kind: 'fixed', value: '-4' } },
        ],
      },
      {
        kind: 'list',
        key: 'rush',
        title: 'Rush',
        options: [
          { key: 'no', title: 'No' },
          { key: 'yes', title: 'Yes', amount: { kind: 'percentOfSum', value: '50' } },
        ],
      },
      {
        kind: 'yesNo',
        key: 'setup',
        title: 'Set-up',
        required: false,
        default: false,
        amount: { kind: 'oncePerLine', value: '9' },
      },
    ],
  });
  const range = sellableRange(program);
  // Cheapest: 20 + 1 − 4. Dearest: (20 + 1 + 2) × 1.5. The set-up is paid once, not per hat.
  expect([range?.from.toString(), range?.to.toString()]).toEqual(['17', '34.5']);
});
