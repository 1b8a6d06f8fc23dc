import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyBuild } from '../../../tests/fuzz/any-build';
import { anyProduct, shopOf } from '../../../tests/fuzz/any-product';
import { catalogSchema } from '../catalog';
import { compile } from '../compile';
import { resolutionJson, surroundingsOf } from '../exchange';
import { Exact } from '../number';
import { stockViewOf } from '../stock';
import { shopOf as shopIn } from '../../../tests/fixtures/shop-of';
import { resolve, type ResolveContext } from '.';

const [plenty, none] = [stockViewOf(() => Exact.of(500)), stockViewOf(() => Exact.zero)];
const [dear, cheap] = [() => Exact.of(3), () => Exact.one];

/** Everything that a context can say, and what it can say otherwise. */
const said: ResolveContext = { stock: plenty, today: '2026-11-28', group: null, costs: dear };
const { costs: _, ...untold } = said;
const contexts: ResolveContext[] = [
  said,
  untold,
  { ...said, costs: cheap },
  { ...said, stock: none },
  { ...said, stock: null },
  { ...said, today: '2026-06-01' },
  { ...said, group: 'trade' },
];

/** Work that is done on what lies in a slot and on what is a part. */
const worked = shopIn([
  {
    choices: [{ kind: 'slot', key: 'top', title: 'Top', options: [{ key: 'roof', title: '' }], default: ['roof'] }],
    parts: [{ key: 'base', candidates: [{ product: 'roof' }] }],
  },
  {
    slug: 'roof',
    title: 'Roof',
    sku: 'R',
    price: '20',
    formulas: [{ key: 'work', title: 'Work', text: '4 EUR', serves: { kind: 'cost' } }],
  },
]);

const shops = [
  worked.surroundings,
  surroundingsOf(catalogSchema.parse(JSON.parse(readFileSync('demo/catalog.json', 'utf8')))),
  ...Array.from({ length: 12 }, (_, seed) => [anyBuild(seed), anyProduct(seed)])
    .flat()
    .map((made) => surroundingsOf(shopOf(made))),
];
const products = shops.flatMap((surroundings) =>
  [...surroundings.products.values()]
    .filter(({ parts, choices }) => parts.length > 0 || choices.length > 0)
    .map((product) => ({ product, surroundings })),
);

describe('a product resolved again and again', () => {
  it('comes to the same, whatever was asked of it before', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.constantFrom(...products),
          fc.constantFrom(...products.filter(({ surroundings }) => surroundings === worked.surroundings)),
        ),
        fc.shuffledSubarray(contexts, { minLength: contexts.length }),
        fc.integer({ min: 1, max: 12 }),
        ({ product, surroundings }, asked, quantity) => {
          const again = compile(product, surroundings);
          for (const context of asked) {
            const [now, fresh] = [again, compile(product, surroundings)].map((program) =>
              resolve(program, { answers: {}, quantity }, context),
            );
            if (!now || !fresh) throw new Error('nothing was resolved');
            expect(resolutionJson(now)).toEqual(resolutionJson(fresh));
            expect([now.cost?.known.toString(), now.cost?.work.toString(), now.cost?.unknown]).toEqual([
              fresh.cost?.known.toString(),
              fresh.cost?.work.toString(),
              fresh.cost?.unknown,
            ]);
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});
