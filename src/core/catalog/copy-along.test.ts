import { describe, expect, it } from 'vitest';
import { compile } from '../compile';
import { surroundingsOf } from '../exchange';
import { catalogSchema, copyAlong, productSchema, type Tied } from '.';

const measure = (key: string) => ({ kind: 'measure', key, title: key, unit: 'm', min: '0', max: '9' });
const list = (key: string) => ({
  kind: 'list',
  key,
  title: key,
  options: [
    { key: 'x', title: 'X', properties: { mass: { value: '3', unit: 'kg' } } },
    { key: 'y', title: 'Y', properties: { mass: { value: '4', unit: 'kg' } } },
  ],
});
const product = (more: object) =>
  productSchema.parse({ slug: 'p', title: 'P', sku: 'P', price: '1', category: 'C', ...more });
const surroundings = surroundingsOf(
  catalogSchema.parse({ format: 'oak-knot/catalog', version: 2, shop: { name: 'Test', currency: 'EUR' } }),
);

const source = product({
  choices: [
    measure('width'),
    measure('height'),
    list('cloth'),
    {
      ...list('trim'),
      options: [{ key: 'a', title: 'A', amount: { kind: 'perUnit', value: '2', unit: 'm', of: 'width' } }],
    },
    list('other'),
  ],
  rates: [
    { key: 'sewing', title: 'Sewing', value: '4', per: 'm' },
    { key: 'unused', title: 'Unused', value: '1' },
  ],
  formulas: [
    { key: 'hem', title: 'Hem', text: '2 * (width + height) * sewing', serves: { kind: 'amount' } },
    { key: 'mass', title: 'Mass', text: 'cloth.mass', serves: { kind: 'weight' } },
    { key: 'both', title: 'Both', text: 'cloth.mass + other.mass', serves: { kind: 'shown' } },
    { key: 'least', title: 'Least', text: 'width / 2', serves: { kind: 'least', measure: 'height' } },
  ],
  rules: [
    {
      key: 'wide',
      when: { kind: 'value', choice: 'width', compare: 'more', value: '3' },
      then: [{ kind: 'withhold', choice: 'cloth', options: ['x'] }],
    },
    {
      key: 'dear',
      when: { kind: 'figure', formula: 'hem', compare: 'more', value: '50', unit: 'EUR' },
      then: [{ kind: 'tell', text: 'Dear' }],
    },
    {
      key: 'far',
      when: { kind: 'option', choice: 'other', options: ['x'] },
      then: [{ kind: 'hide', choices: ['cloth'] }],
    },
  ],
  tables: [
    { key: 't', choices: ['cloth', 'other'], rows: [['x', 'y']] },
    { key: 'own', title: 'Own', choices: ['cloth', 'trim'], rows: [['x', 'a']] },
  ],
});
const empty = product({});
const copied = (keys: readonly string[], into: Tied = empty, inPlace = false) =>
  copyAlong(source, new Set(keys), into, inPlace);
const put = (into: ReturnType<typeof product>, { choices, formulas, rates, rules, tables }: Tied) => ({
  ...into,
  choices: [...into.choices, ...choices],
  formulas: [...into.formulas, ...formulas],
  rates: [...into.rates, ...rates],
  rules: [...into.rules, ...rules],
  tables: [...into.tables, ...tables],
});

describe('copying choices', () => {
  it('brings what names nothing else along', () => {
    const found = copied(['width', 'height', 'cloth']);
    expect(found.choices.map(({ key }) => key)).toEqual(['width', 'height', 'cloth']);
    expect(found.formulas.map(({ key }) => key)).toEqual(['hem', 'mass', 'least']);
    expect(found.rates.map(({ key }) => key)).toEqual(['sewing']);
    expect(found.rules.map(({ key }) => key)).toEqual(['wide', 'dear']);
    expect(found.tables).toEqual([]);
  });

  it('says what stays, and what it would need', () => {
    const said = copied(['width', 'cloth']).left.map(({ of, needs }) => [
      of.kind,
      of.kind === 'rule' ? of.rule.key : of.title,
      needs,
    ]);
    expect(said).toEqual([
      ['formula', 'Hem', ['height']],
      ['formula', 'Both', ['other']],
      ['formula', 'Least', ['height']],
      ['rule', 'far', ['other']],
      ['table', 't', ['other']],
      ['table', 'Own', ['trim']],
    ]);
  });

  it('gives names that are free, and everything that comes along uses them', () => {
    const into = product({
      choices: [measure('width'), list('cloth')],
      rates: [{ key: 'sewing', title: 'Sewing', value: '9', per: 'm' }],
      rules: [{ key: 'wide', then: [{ kind: 'tell', text: 'Hi' }] }],
    });
    const found = copied(['width', 'height', 'cloth', 'trim'], into);
    expect(found.choices.map(({ key }) => key)).toEqual(['width-2', 'height', 'cloth-2', 'trim']);
    expect(found.formulas.map(({ text }) => text)).toEqual([
      '2 * (width_2 + height) * sewing_2',
      'cloth_2.mass',
      'width_2 / 2',
    ]);
    expect(found.rates).toMatchObject([{ key: 'sewing-2', value: '4' }]);
    expect(found.rules[0]).toMatchObject({ key: 'wide-2', when: { choice: 'width-2' }, then: [{ choice: 'cloth-2' }] });
    expect(found.tables).toMatchObject([{ choices: ['cloth-2', 'trim'] }]);
    expect(found.choices[3]).toMatchObject({ options: [{ amount: { of: 'width-2' } }] });
    const { faults } = compile(put(into, found), surroundings);
    expect(
      faults.filter(({ gravity }) => gravity === 'mustFix').map(({ path, data }) => `${path.join('.')} ${data.code}`),
    ).toEqual([]);
  });

  it('adds nothing twice that is there word for word', () => {
    const once = put(empty, copied(['width', 'height', 'cloth']));
    const again = copied(['width', 'height', 'cloth'], once, true);
    expect([again.formulas, again.rates, again.rules, again.tables]).toEqual([[], [], [], []]);
  });
});
