import { lowestMargin, MARGIN_LIMITS } from '../src/core/analysis';
import { hasOptions, type Product } from '../src/core/catalog';
import { compile } from '../src/core/compile';
import { Exact } from '../src/core/number';
import { resolve } from '../src/core/run';
import { largeProduct, Random } from '../tests/support/generated-products';
import { catalogOf } from '../tests/support/surroundings';

/**
 * The lowest margin of products of 40 choices with 8 options and 200 rules, beside trying selections at random for as
 * long.
 */

const TODAY = '2026-11-25';
const SEEDS = [1, 2, 3, 4, 5];

/** A product whose options take something from stock, so that they cost something. */
function costly(seed: number): Product {
  const random = new Random(seed * 31);
  const product = largeProduct(seed);
  return {
    ...product,
    choices: product.choices.map((choice) =>
      hasOptions(choice)
        ? {
            ...choice,
            options: choice.options.map((option) => ({
              ...option,
              draws:
                random.below(3) === 0
                  ? []
                  : [{ kind: 'fixed' as const, stock: 'thing', quantity: String(1 + random.below(9)), pieces: 1 }],
            })),
          }
        : choice,
    ),
  };
}

const THING = { key: 'thing', title: 'Thing', unit: '1' };
const costs = () => Exact.from('0.35');

process.stdout.write('The lowest margin, 40 choices × 8 options, 200 rules\n');
for (const seed of SEEDS) {
  const product = costly(seed);
  const catalog = catalogOf([product]);
  const program = compile(product, { ...catalog, stock: new Map([...catalog.stock, ['thing', THING]]) });
  const start = performance.now();
  const found = lowestMargin(program, TODAY, costs, Exact.zero, MARGIN_LIMITS);
  const took = performance.now() - start;
  const random = new Random(seed);
  let [tried, sold, least] = [0, 0, Infinity];
  for (const until = performance.now() + took; performance.now() < until; tried += 1) {
    const answers = Object.fromEntries(
      product.choices.flatMap((choice) =>
        hasOptions(choice) ? [[choice.key, choice.options[random.below(choice.options.length)]?.key] as const] : [],
      ),
    );
    const { state, unitPrice, cost } = resolve(program, { answers }, { stock: null, today: TODAY, costs });
    if (state !== 'sellable' || !unitPrice || !cost) continue;
    sold += 1;
    least = Math.min(least, unitPrice.minus(cost.known).toApproximateNumber());
  }
  process.stdout.write(
    `  product ${seed}: ${found.kind}${'margin' in found ? ` ${found.margin}` : ''} in ${took.toFixed(0)} ms; at random as long: ${tried} tried, ${sold} sold, least ${Number.isFinite(least) ? least.toFixed(2) : 'none'}\n`,
  );
}
