import { describe, expect, it } from 'vitest';
import { productSchema } from '@/core/catalog/schema';
import { fieldsOf } from './by-schema';
import { changedBySchema, type Tally } from './changed-by-schema';
import { tryClaims } from './claims';
import { endsProved } from './counted-claims';

/** Fields that are left as they are made. */
const AS_MADE = ['product.choices.types', 'product.slug', 'option.key'];
/** Fields of kinds of notes and of combinations that few made products have. */
const SELDOM = [
  'product.choices.text',
  'product.choices.picture',
  'product.choices.pictureAlt',
  'product.choices.holds',
  'product.choices.address',
];
const LOOKED_AT = /^(product|product\.choices|option|part|candidate|rule|formula|variant|rate|fit)\.\w+$/;

describe('products of everything the schema can say', () => {
  it('come up with every field of it, those too that are added later', { timeout: 120_000 }, () => {
    const tally: Tally = new Map();
    for (let seed = 1; seed <= 300; seed += 1) changedBySchema(seed, tally);
    const wanted = new Set(fieldsOf(productSchema, 'product').filter((name) => LOOKED_AT.test(name)));
    expect(wanted.size).toBeGreaterThan(140);
    const missing = [...wanted].filter((name) => !tally.has(name) && ![...AS_MADE, ...SELDOM].includes(name));
    expect(missing).toEqual([]);
  });

  it('keep every claim beside all their selections', { timeout: 120_000 }, () => {
    const tally: Tally = new Map();
    const { products, sold, clicks, claims } = tryClaims(1, 120, (seed) => changedBySchema(seed, tally).made);
    expect([products > 60, sold > 50, clicks > 250, endsProved(claims) > 80]).toEqual([true, true, true, true]);
  });
});
