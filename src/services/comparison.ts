import { type CatalogSurroundings, type Product } from '../core/catalog';
import { compile, type Program } from '../core/resolve';
import { priceWords } from '../core/words';

/** What a change does to one product: prices in words, and what is to be mended after it or no longer. */
export interface Comparison {
  readonly priceBefore: string | null;
  readonly priceAfter: string | null;
  readonly stops: readonly string[];
  readonly mends: readonly string[];
}

/** A product with what it refers to, at one side of a change. */
export interface Side {
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
}

const blockingWords = (program: Program) => new Set(program.blocking.map(({ message }) => message));

/** Compares a product before and after a change. Sides that are the same are compiled once. */
export function compareSides(before: Side, after: Side): Comparison {
  const former = compile(before.product, before.surroundings);
  const same = before.product === after.product && before.surroundings === after.surroundings;
  const next = same ? former : compile(after.product, after.surroundings);
  const [had, has] = [blockingWords(former), blockingWords(next)];
  return {
    priceBefore: priceWords(former),
    priceAfter: priceWords(next),
    stops: [...has].filter((message) => !had.has(message)),
    mends: [...had].filter((message) => !has.has(message)),
  };
}
