import { describe, expect, it } from 'vitest';
import { draftsAlong } from '../catalog';
import { faultWords } from '../words';
import { shopOf } from '../../../tests/fixtures/shop-of';
import { readiness } from './readiness';

const partOf = (key: string, product: string) => ({
  key,
  title: '',
  candidates: [{ product }],
  quantity: { least: 1, usual: 1, most: 1 },
});
const takes = (key: string, product: string) => ({ key, title: 'Along', kind: 'addOn', product });

/** A kit of a box, which has two lids; the kit takes a strap along. Some of these are drafts. */
function shopWith(drafts: readonly string[], lid: object = {}) {
  const shop = shopOf([
    { slug: 'kit', title: 'Kit', parts: [partOf('box', 'box')], choices: [takes('strap', 'strap')] },
    { slug: 'box', title: 'Box', sku: 'BOX', parts: [partOf('lid', 'lid'), partOf('spare', 'lid')] },
    { slug: 'lid', title: 'Lid', sku: 'LID', ...lid },
    { slug: 'strap', title: 'Strap', sku: 'STRAP' },
  ]);
  const kit = shop.surroundings.products.get('kit');
  if (!kit) throw new Error('no kit');
  const seen = new Map(drafts.map((slug, place) => [slug, { id: place + 1, version: 1 }]));
  const surroundings = { ...shop.surroundings, drafts: seen };
  return {
    along: () => draftsAlong(kit, surroundings).map(({ slug }) => slug),
    told: () =>
      readiness(kit, surroundings, null)
        .filter(({ code }) => code === 'partNotInShop' || code === 'partNotReady')
        .map(({ path, gravity, data }) => [path.join('.'), gravity, faultWords(data)]),
  };
}

describe('what is not in the shop yet', () => {
  it('comes into it with what needs it, what others need first, through what is in the shop, too', () => {
    expect(shopWith(['box', 'lid', 'strap']).along()).toEqual(['lid', 'box', 'strap']);
    expect(shopWith(['lid']).along()).toEqual(['lid']);
    expect(shopWith([]).along()).toEqual([]);
  });

  it('is told once, where it is within, and keeps nothing from being published', () => {
    expect(shopWith(['lid', 'strap']).told()).toEqual([
      ['choices.0.product', 'canWait', 'Strap is not in the shop yet. It is published along with this.'],
      ['parts.0.candidates.0.product', 'canWait', 'Lid is not in the shop yet. It is published along with this.'],
    ]);
  });

  it('keeps what needs it from being published where something of its own is to be fixed first', () => {
    expect(shopWith(['box', 'lid'], { price: null }).told()).toEqual([
      [
        'parts.0.candidates.0.product',
        'mustFix',
        'Lid is not in the shop yet, and can’t be published along: Give the product a base price; 0 is a price too.',
      ],
      ['parts.0.candidates.0.product', 'canWait', 'Box is not in the shop yet. It is published along with this.'],
    ]);
  });

  it('is nothing where only what is in the shop was read', () => {
    const shop = shopOf([
      { slug: 'kit', parts: [partOf('box', 'box')] },
      { slug: 'box', sku: 'BOX' },
    ]);
    const kit = shop.surroundings.products.get('kit');
    expect(kit && draftsAlong(kit, shop.surroundings)).toEqual([]);
  });
});
