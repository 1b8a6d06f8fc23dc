import { sellableRange } from '../../core/analysis';
import { type CatalogSurroundings, placementsOf, type Product, referencesOf } from '../../core/catalog';
import { compile } from '../../core/compile';
import { readiness } from '../../core/judge';
import { soldOutClauses, stockOf } from '../../core/run';
import { facetWords, priceWords } from '../../core/words';
import { type ProductCard } from '../../data/cards';

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
    soldWhere: program.product.soldWhere,
    price: priceWords(program),
    priceFrom: sellableRange(program)?.from.toApproximateNumber() ?? null,
    draws: [...stockOf(program, { today }).values()].map((drawn) => ({ key: drawn.key, along: drawn.along })),
    mustFix: readiness(definition, surroundings, null, program).filter(({ gravity }) => gravity === 'mustFix').length,
    soldOutWhen: soldOutClauses(program, today),
    refersTo: { stock: all('stock'), swatches: all('swatches'), sheets: [...new Set([...sheets, ...definition.sheets.map(({ key }) => key)])], products: all('products') },
    placements: definition.sheets.map(({ key, by, leftOut }) => ({ key, by, leftOut })),
  };
}
