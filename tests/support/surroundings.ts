import {
  type Catalog,
  CATALOG_FORMAT,
  CATALOG_VERSION,
  catalogSchema,
  type CatalogSurroundings,
  type Product,
} from '@/core/catalog';
import { surroundingsOf } from '@/core/exchange';

/** A shop with these products and nothing else. */
export function catalogOf(
  products: readonly Product[],
  more: Partial<Pick<Catalog, 'stock'>> = {},
): CatalogSurroundings {
  return surroundingsOf(
    catalogSchema.parse({
      format: CATALOG_FORMAT,
      version: CATALOG_VERSION,
      shop: { name: 'Shop', currency: 'EUR' },
      products,
      ...more,
    }),
  );
}
