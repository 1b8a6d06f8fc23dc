import { type Catalog, catalogSchema } from '../src/core/catalog';
import { compile } from '../src/core/compile';
import { surroundingsOf } from '../src/core/exchange';
import { Exact } from '../src/core/number';
import { resolve } from '../src/core/run';
import { stockView } from '../src/core/stock';

/**
 * A kit of five levels: resolving it with what can be had of it, beside an explosion written by hand for this very kit,
 * which sums its price in cents and what it draws, and divides what there is by that. In one run, in turn.
 */

const BRANCHES = [4, 4, 5, 5, 4];
const LEAVES = 60;
const DAY = '2026-11-26';
const ROUNDS = 61;

const slugOf = (level: number, index: number) => `l${level}-${index % (level === BRANCHES.length ? LEAVES : 12)}`;
const priceOf = (index: number) => 100 + index * 7;

function catalogOf(): Catalog {
  const leaves = Array.from({ length: LEAVES }, (_, index) => ({
    slug: `l${BRANCHES.length}-${index}`,
    title: `Leaf ${index}`,
    sku: `L${index}`,
    category: 'C',
    price: (priceOf(index) / 100).toFixed(2),
    draws: [{ kind: 'fixed', stock: `s${index}`, quantity: '1' }],
    // Of one leaf in ten something is left to customers.
    choices:
      index % 10 === 0
        ? [
            {
              kind: 'list',
              key: 'size',
              title: 'Size',
              default: 'm',
              options: [
                { key: 'm', title: 'M', sku: 'M' },
                { key: 'l', title: 'L', sku: 'L' },
              ],
            },
          ]
        : [],
  }));
  const kits = BRANCHES.flatMap((branches, level) =>
    Array.from({ length: level === 0 ? 1 : 12 }, (_, index) => ({
      slug: `l${level}-${index}`,
      title: `Kit ${level} ${index}`,
      sku: `K${level}X${index}`,
      category: 'C',
      price: null,
      parts: Array.from({ length: branches }, (__, place) => ({
        key: `p${place}`,
        candidates: [{ product: slugOf(level + 1, index * branches + place) }],
        quantity: { least: 1 + (place % 3), usual: 1 + (place % 3), most: 1 + (place % 3) },
      })),
    })),
  );
  const stock = leaves.map((_, index) => ({ key: `s${index}`, title: `Stock ${index}`, unit: '1', onHand: '1000000' }));
  return catalogSchema.parse({
    format: 'oak-knot/catalog',
    version: 2,
    shop: { name: 'Bench', currency: 'EUR' },
    stock,
    products: [...kits, ...leaves],
  });
}

interface ByHand {
  readonly cents: number;
  readonly stock: string | null;
  readonly parts: readonly { readonly count: number; readonly of: ByHand }[];
}

/** The same kit as somebody would write it down who needs nothing else: prices in cents, one stock item a leaf. */
function writtenDown(catalog: Catalog, slug: string): ByHand {
  const product = catalog.products.find((candidate) => candidate.slug === slug);
  if (!product) throw new Error(`no product ${slug}`);
  const [draw] = product.draws;
  return {
    cents: product.price === null ? 0 : Math.round(Number(product.price) * 100),
    stock: draw?.stock ?? null,
    parts: product.parts.map(({ candidates, quantity }) => ({
      count: quantity.usual,
      of: writtenDown(catalog, candidates[0]?.product ?? ''),
    })),
  };
}

function explode({ cents, stock, parts }: ByHand, count: number, draws: Map<string, number>): number {
  if (stock !== null) draws.set(stock, (draws.get(stock) ?? 0) + count);
  let sum = cents;
  for (const part of parts) sum += part.count * explode(part.of, count * part.count, draws);
  return sum;
}

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

function timed(work: () => unknown): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

const catalog = catalogOf();
const surroundings = surroundingsOf(catalog);
const [root] = catalog.products;
if (!root) throw new Error('no kit');
const compiling = timed(() => compile(root, surroundings));
const program = compile(root, surroundings);
const view = stockView(catalog.stock.map(({ key, onHand }) => ({ key, available: onHand })));
const hand = writtenDown(catalog, root.slug);

const ours = () => resolve(program, { answers: {} }, { stock: view, today: DAY });
const byHand = () => {
  const draws = new Map<string, number>();
  const cents = explode(hand, 1, draws);
  let most = Infinity;
  for (const [key, count] of draws) {
    const there = view.available(key);
    if (there !== undefined && there !== 'plenty')
      most = Math.min(most, Math.floor(there.toApproximateNumber() / count));
  }
  return { cents, most };
};

const [found, expected] = [ours(), byHand()];
if (!found.unitPrice?.equals(Exact.of(expected.cents, 100)) || found.availability.canSupply !== expected.most)
  throw new Error(`they differ: ${found.unitPrice?.toString() ?? 'none'} and ${expected.cents}`);
process.stdout.write(
  `A kit of five levels and ${program.kit?.size.parts ?? 0} parts, compiled once in ${compiling.toFixed(1)} ms\n`,
);

/** A selection in which one leaf at the bottom is answered otherwise, so that the way to it is resolved anew. */
const deep = (level: number): object =>
  level === BRANCHES.length ? { answers: { size: 'l' } } : { answers: {}, parts: { p0: deep(level + 1) } };
const deepSelection = deep(0);
const answered = () => resolve(program, deepSelection, { stock: view, today: DAY });
const shelves = stockView(catalog.stock.map(({ key, onHand }) => ({ key, available: onHand })));
// Another view of stock each time: nothing that was found out before holds.
const anew = () => resolve(program, { answers: {} }, { stock: shelves.less([], []), today: DAY });

function compare(name: string, work: () => unknown): void {
  for (let count = 0; count < ROUNDS; count += 1) [work, byHand].forEach((one) => one());
  const times = Array.from({ length: ROUNDS }, () => ({ ours: timed(work), hand: timed(byHand) }));
  process.stdout.write(
    `  ${name.padEnd(44)} ${median(times.map((time) => time.ours))
      .toFixed(2)
      .padStart(7)} ms, ${median(times.map((time) => time.ours / time.hand)).toFixed(1)} times an explosion by hand\n`,
  );
}

compare('a keystroke in the kit itself', ours);
compare('a keystroke in a part five levels down', answered);
compare('all of it, before shelves seen for the first time', anew);
