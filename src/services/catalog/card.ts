import { createHash } from 'node:crypto';
import { sellableRange } from '../../core/analysis';
import { type CatalogSurroundings, placementsOf, type Product, referencesOf } from '../../core/catalog';
import { compile } from '../../core/compile';
import { readiness } from '../../core/judge';
import { soldOutClauses, stockOf } from '../../core/run';
import { facetWords, priceWords } from '../../core/words';
import { type ProductCard } from '../../data/cards';
import { type SharedCatalog } from './catalog-state';

/** Works out what lists say of a product. */
export function cardOf(definition: Product, surroundings: CatalogSurroundings, today: string): ProductCard {
  const program = compile(definition, surroundings);
  const { slug, title, sku, summary, pictures, category, supplier, tags } = definition;
  const placed = placementsOf(definition, surroundings.sheets.values()).map(({ key }) => key);
  const along = surroundings.products;
  const sheets = [...placed, ...[...along.values()].flatMap((product) => placementsOf(product, surroundings.sheets.values()).map(({ key }) => key))];
  const refers = [definition, ...sheets.flatMap((key) => surroundings.sheets.get(key) ?? []), ...along.values()].map(referencesOf);
  const all = (what: 'stock' | 'swatches' | 'products') => [...new Set(refers.flatMap((references) => [...references[what]]))];
  return {
    slug, title, sku, summary, category, supplier, tags,
    picture: pictures[0] ?? null,
    facets: facetWords(program.product),
    price: priceWords(program),
    priceFrom: sellableRange(program)?.from.toApproximateNumber() ?? null,
    draws: [...stockOf(program, { today }).values()].map((drawn) => ({ key: drawn.key, along: drawn.along })),
    mustFix: readiness(definition, surroundings, null, program).filter(({ gravity }) => gravity === 'mustFix').length,
    soldOutWhen: soldOutClauses(program, today),
    refersTo: { stock: all('stock'), swatches: all('swatches'), sheets: [...new Set([...sheets, ...definition.sheets.map(({ key }) => key)])], products: all('products') },
    placements: definition.sheets.map(({ key, by, leftOut }) => ({ key, by, leftOut })),
  };
}

/**
 * What a card was made from beside its definition, as a hash: the same as long as nothing of it has changed.
 *
 * @param revisions the revision that is published of each product, by its address
 */
export function madeWith(card: Pick<ProductCard, 'refersTo' | 'placements' | 'category' | 'supplier' | 'tags'>, shared: SharedCatalog, revisions: ReadonlyMap<string, number>): string {
  const { refersTo, placements, category, supplier, tags } = card;
  const shelved = { category, supplier, tags, sheets: placements.map((placement) => ({ ...placement, after: null, overrides: {} })) };
  const parts = [
    printOf(shared.shop),
    // A sheet that is published later may be placed by its conditions.
    placementsOf(shelved, shared.sheets.values()).map(({ key }) => key),
    refersTo.sheets.map((key) => printOf(shared.sheets.get(key))),
    refersTo.swatches.map((key) => printOf(shared.swatches.get(key))),
    refersTo.stock.map((key) => printOf(shared.stock.get(key))),
    refersTo.products.map((slug) => revisions.get(slug) ?? null),
  ];
  return hashOf(parts);
}

const hashOf = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('base64url');

// What is shared is the same object as long as it is the same, and many cards refer to it.
const prints = new WeakMap<object, string>();

function printOf(shared: object | undefined): string | null {
  if (!shared) return null;
  const print = prints.get(shared) ?? hashOf(shared);
  prints.set(shared, print);
  return print;
}
