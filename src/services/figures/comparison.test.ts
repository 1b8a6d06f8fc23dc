import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { type CatalogSurroundings, type Product } from '@/core/catalog';
import { readCatalog, surroundingsOf } from '@/core/exchange';
import { compareSides, isStopped } from './comparison';

const TODAY = '2026-05-04';
/** Of all pairs of products one of so many is looked at: to compare all takes a minute. */
const SOME = 7;

const reading = readCatalog(readFileSync('demo/catalog.json', 'utf8'));
if (reading.faults) throw new Error('the demo has faults');
const { products } = reading.catalog;
const before = surroundingsOf(reading.catalog);

/** The shop without a product, or with another in its place. */
function without(slug: string, instead: Product | null): CatalogSurroundings {
  const known = new Map(before.products);
  known.delete(slug);
  return { ...before, products: instead ? known.set(slug, instead) : known };
}

/** Ways in which a product can be changed so that others may suffer. */
function* changesOf(product: Product): Generator<Product | null> {
  yield null;
  yield { ...product, properties: {} };
  yield { ...product, tags: [], category: null };
  for (const { key } of product.choices)
    yield { ...product, choices: product.choices.filter((choice) => choice.key !== key) };
}

describe('what stops being sold', () => {
  it('is the same whether all that changes is compared or that alone', () => {
    const found = { stopped: 0, sold: 0 };
    let looked = 0;
    for (const part of products)
      for (const changed of changesOf(part)) {
        const surroundings = without(part.slug, changed);
        for (const product of products.filter(({ slug }) => slug !== part.slug)) {
          const sides = { before: { product, surroundings: before }, after: { product, surroundings } };
          if (!mentions(product, part) || (looked += 1) % SOME !== 0) continue;
          const stopped = isStopped(sides, TODAY);
          expect(stopped, `${product.title} with ${part.title} changed`).toBe(
            compareSides(sides.before, sides.after, TODAY).stops.length > 0,
          );
          found[stopped ? 'stopped' : 'sold'] += 1;
        }
      }
    expect(found.stopped).toBeGreaterThan(2);
    expect(found.sold).toBeGreaterThan(2);
  });
});

/** Whether a product can have another in it: one that it names, or anything where its slots are joined. */
const mentions = (product: Product, part: Product): boolean =>
  JSON.stringify(product).includes(`"${part.slug}"`) || product.choices.some((choice) => choice.kind === 'slot');
