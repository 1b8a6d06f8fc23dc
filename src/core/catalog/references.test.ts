import { describe, expect, it } from 'vitest';
import { productSchema, referencesOf, withPictures } from '.';

const product = productSchema.parse({
  slug: 'p', title: 'P', sku: 'P',
  pictures: [{ src: 'front.svg' }],
  sheets: [{ key: 'gift' }, { key: 'veils', leftOut: true }],
  draws: [{ kind: 'fixed', stock: 'body', quantity: '1' }],
  variants: [{ options: { size: 'm' }, stock: 'body-m', picture: 'm.svg' }],
  choices: [
    { kind: 'swatch', key: 'size', title: 'Size', groups: ['trade'], options: [{ key: 'm', title: 'M', swatch: 'moss', picture: 'opt.svg', texture: 'weave.svg', groups: ['press'], draws: [{ kind: 'fixed', stock: 'button', quantity: '2' }] }] },
    { kind: 'text', key: 'name', title: 'Name', draws: [{ kind: 'fixed', stock: 'thread', quantity: '1' }] },
    { kind: 'addOn', key: 'fuel', title: 'Fuel', product: 'fuel' },
    { kind: 'slot', key: 'roof', title: 'Roof', options: [{ key: 'flat-roof', title: '' }], joins: [{ tag: 'roof' }] },
  ],
  formulas: [{ key: 'f', title: 'F', text: '1', serves: { kind: 'draw', stock: 'wax' } }],
  rates: [{ key: 'r', title: 'R', value: '1', byGroup: { school: '2' } }],
  rules: [{ key: 'x', when: { kind: 'all', of: [{ kind: 'none', of: [{ kind: 'group', groups: ['guild'] }] }] }, then: [{ kind: 'draw', draw: { kind: 'fixed', stock: 'ridge', quantity: '1' } }, { kind: 'picture', src: 'layer.svg' }, { kind: 'picture', src: '' }] }],
});

describe('what a definition refers to', () => {
  it('is found wherever it stands', () => {
    const { joins, ...sets } = referencesOf(product);
    expect(joins).toEqual([{ category: null, supplier: null, tag: 'roof', property: null }]);
    const found = Object.fromEntries(Object.entries(sets).map(([what, keys]) => [what, [...keys].sort()]));
    expect(found).toEqual({
      stock: ['body', 'body-m', 'button', 'ridge', 'thread', 'wax'],
      swatches: ['moss'],
      sheets: ['gift', 'veils'],
      products: ['flat-roof', 'fuel'],
      groups: ['guild', 'press', 'school', 'trade'],
      pictures: ['front.svg', 'layer.svg', 'm.svg', 'opt.svg', 'weave.svg'],
    });
  });

  it('has every picture moved with it, and nothing else changed', () => {
    const moved = withPictures(product, (src) => `/media/${src}`);
    expect([...referencesOf(moved).pictures].sort()).toEqual(['front.svg', 'layer.svg', 'm.svg', 'opt.svg', 'weave.svg'].map((src) => `/media/${src}`));
    expect(withPictures(moved, (src) => src.replace('/media/', ''))).toEqual(product);
  });
});
