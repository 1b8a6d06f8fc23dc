import { referencesOf, refersToProduct } from './references';
import { type CatalogSurroundings, type Product } from './schema';
import { placedOn } from './sheet';

/**
 * The products that are not in the shop yet and come into it with another: its parts and what it takes along, at any
 * depth, through what is in the shop, too. What others need comes before them.
 */
export function draftsAlong(
  definition: Product,
  { products, sheets, drafts }: Pick<CatalogSurroundings, 'products' | 'sheets' | 'drafts'>,
): readonly Product[] {
  if (!drafts || drafts.size === 0) return [];
  const found: Product[] = [];
  const seen = new Set([definition.slug]);
  const look = (product: Product): void => {
    const references = [product, ...placedOn(product, sheets)].map(referencesOf);
    for (const part of products.values()) {
      if (seen.has(part.slug) || !references.some((one) => refersToProduct(one, part))) continue;
      seen.add(part.slug);
      look(part);
      if (drafts.has(part.slug)) found.push(part);
    }
  };
  look(definition);
  return found;
}
