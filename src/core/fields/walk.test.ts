import { describe, expect, it } from 'vitest';
import { productSchema, sheetSchema } from '../catalog';
import { mapReferences, type Reference, visitReferences } from '.';

const product = productSchema.parse({
  slug: 'p',
  title: 'P',
  sku: 'P',
  taxClass: 'food',
  choices: [
    {
      kind: 'list',
      key: 'cloth',
      title: 'Cloth',
      default: 'moss',
      options: [{ key: 'moss', title: 'Moss', amount: { kind: 'perUnit', value: '1', unit: 'm', of: 'length' } }],
    },
    { kind: 'several', key: 'trims', title: 'Trims', default: ['bow'], options: [{ key: 'bow', title: 'Bow' }] },
    { kind: 'measure', key: 'length', title: 'Length', unit: 'm' },
    {
      kind: 'slot',
      key: 'roof',
      title: 'Roof',
      options: [{ key: 'flat', title: '' }],
      default: ['flat'],
      settled: { flat: { fixed: { finish: 'oil' }, narrowed: { size: ['l'] } } },
    },
    { kind: 'lettering', key: 'face', title: 'Face', shows: 'words', options: [{ key: 'caps', title: 'Caps' }] },
  ],
  parts: [
    { key: 'veil', candidates: [{ product: 'round-veil', fixed: { rim: 'wire' }, narrowed: { hat: ['straw'] } }] },
  ],
  variants: [{ options: { cloth: 'moss' } }],
  sheets: [
    {
      key: 'gift',
      after: 'cloth',
      overrides: { box: { options: { pine: { leftOut: true } }, default: { value: 'pine' } } },
    },
  ],
  soldBy: { kind: 'measure', measure: 'length', unit: 'm' },
  formulas: [
    {
      key: 'hem',
      title: 'Hem',
      text: '2 × length × sewing + cloth.mass × 3 EUR',
      serves: { kind: 'most', measure: 'length' },
    },
  ],
  rates: [{ key: 'sewing', title: 'Sewing', value: '1', per: 'm', byGroup: { trade: '2' } }],
  rules: [
    {
      key: 'r',
      when: {
        kind: 'any',
        of: [
          { kind: 'option', choice: 'roof', options: ['flat'] },
          { kind: 'option', choice: 'cloth', options: ['moss'] },
          { kind: 'figure', formula: 'hem', compare: 'more', value: '1', unit: 'EUR' },
        ],
      },
      then: [
        { kind: 'preselect', choice: 'trims', answer: ['bow'] },
        { kind: 'preselect', choice: 'face', answer: 'caps' },
        { kind: 'show', choices: ['length'] },
      ],
    },
  ],
  tables: [
    {
      key: 't',
      choices: ['cloth', 'roof'],
      rows: [
        ['moss', ''],
        ['', 'flat'],
      ],
    },
  ],
  fits: [{ key: 'f', place: 'roof', property: 'wide', other: { place: 'veil', property: 'wide' } }],
  prepared: [
    {
      key: 'plain',
      title: 'Plain',
      answers: { cloth: 'moss', roof: [{ product: 'flat', answers: { cloth: 'moss' } }] },
      parts: { veil: { answers: { rim: 'wire' } } },
    },
  ],
  proofs: [
    {
      key: 'one',
      title: 'One',
      group: 'trade',
      answers: { cloth: { option: 'moss', quantity: 2 }, roof: 'flat' },
      parts: { veil: { product: 'round-veil', answers: { rim: 'wire' } } },
      expects: { draws: [{ stock: 'body', quantity: '1' }] },
    },
  ],
});

const all = (schema = productSchema, value: unknown = product): Reference[] => {
  const found: Reference[] = [];
  visitReferences(schema, value, (reference) => void found.push(reference));
  return found;
};
const told = (found: readonly Reference[]) =>
  [
    ...new Set(
      found.map(({ what, key, choice, scope }) =>
        [what, ...(scope ? Object.values(scope) : []), ...(choice === null ? [] : [choice]), key].join(' '),
      ),
    ),
  ].sort();
const where = (keep: (reference: Reference) => boolean) => told(all().filter(keep));

describe('the walk over a definition', () => {
  it('finds every choice that is named, as a choice of its own or of whose it is', () => {
    expect(where(({ what, own }) => what === 'choice' && !own)).toEqual([
      'choice cloth',
      'choice face',
      'choice flat cloth',
      'choice flat finish',
      'choice flat size',
      'choice gift box',
      'choice length',
      'choice roof',
      'choice round-veil hat',
      'choice round-veil rim',
      'choice trims',
      'choice words',
    ]);
  });

  it('tells of an option of which choice it is, and of what is in a slot that it is a product', () => {
    expect(where(({ what, own }) => (what === 'option' || what === 'product') && !own)).toEqual([
      'option cloth moss',
      'option face caps',
      'option flat cloth moss',
      'option flat finish oil',
      'option flat size l',
      'option gift box pine',
      'option round-veil hat straw',
      'option round-veil rim wire',
      'option trims bow',
      'product roof flat',
      'product round-veil',
    ]);
  });

  it('finds the names in formulas, and what belongs to groups, taxes, stock and places', () => {
    expect(where(({ what }) => what === 'name')).toEqual(
      expect.arrayContaining(['name EUR', 'name cloth', 'name length', 'name sewing']),
    );
    expect(
      where(
        ({ what }) =>
          what === 'group' ||
          what === 'taxClass' ||
          what === 'stock' ||
          what === 'place' ||
          what === 'sheet' ||
          what === 'formula',
      ),
    ).toEqual(['formula hem', 'group trade', 'place roof', 'place veil', 'sheet gift', 'stock body', 'taxClass food']);
  });

  it('renames each thing wherever it stands, and shares what stays', () => {
    const renamed = mapReferences(productSchema, product, ({ what, key, scope }) => {
      if (scope !== null) return key;
      if (what === 'choice' && key === 'cloth') return 'fabric';
      return (what === 'option' && key === 'moss') || (what === 'name' && key === 'cloth') ? `${key}_x` : key;
    });
    expect(JSON.stringify(renamed).match(/"cloth"|"moss"/g)).toEqual(['"cloth"', '"moss"']);
    expect(renamed.formulas[0]?.text).toBe('2 × length × sewing + cloth_x.mass × 3 EUR');
    expect(renamed.tables[0]).toMatchObject({
      choices: ['fabric', 'roof'],
      rows: [
        ['moss_x', ''],
        ['', 'flat'],
      ],
    });
    expect(renamed.proofs[0]?.answers).toEqual({ fabric: { option: 'moss_x', quantity: 2 }, roof: 'flat' });
    // What the flat roof was asked is its own.
    expect(renamed.prepared[0]?.answers).toEqual({
      fabric: 'moss_x',
      roof: [{ product: 'flat', answers: { cloth: 'moss' } }],
    });
    expect(renamed.parts).toBe(product.parts);
    expect(mapReferences(productSchema, product, ({ key }) => key)).toBe(product);
  });

  it('knows a sheet’s own choices in its rules', () => {
    const sheet = sheetSchema.parse({
      key: 's',
      title: 'S',
      choices: [{ kind: 'slot', key: 'box', title: 'Box', options: [{ key: 'crate', title: '' }] }],
      rules: [{ key: 'r', when: { kind: 'option', choice: 'box', options: ['crate'] }, then: [] }],
    });
    expect(told(all(sheetSchema as never, sheet))).toEqual(['choice box', 'product box crate', 'rule r', 'sheet s']);
  });
});
