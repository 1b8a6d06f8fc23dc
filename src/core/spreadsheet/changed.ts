import {
  type Catalog,
  type PriceList,
  type Product,
  type Sheet,
  type StockItemDefinition,
  type Swatch,
} from '../catalog';
import { productsOf, sheetsOf } from '../compared';
import { type OwnerList } from './kind';

/**
 * A part of a shop that has some things of a catalog as they have been changed, and nothing else. What is worked on
 * beside what is in the shop is changed there; else what is in the shop is. What is new is a draft.
 */
export function withChanged(catalog: Catalog, list: OwnerList, changed: ReadonlyMap<string, object>): Catalog {
  const part: Catalog = {
    ...catalog,
    whole: false,
    shop: { ...catalog.shop, groups: [] },
    stock: [],
    swatches: [],
    sheets: [],
    products: [],
    priceLists: [],
    discounts: [],
    drafts: { products: [], sheets: [] },
  };
  const all = [...changed.values()];
  switch (list) {
    case 'stock':
      return { ...part, stock: all as StockItemDefinition[] };
    case 'swatches':
      return { ...part, swatches: all as Swatch[] };
    case 'priceLists':
      return { ...part, priceLists: all as PriceList[] };
    case 'products': {
      const { published, drafts } = worked(productsOf(catalog), changed as ReadonlyMap<string, Product>);
      return { ...part, products: published, drafts: { ...part.drafts, products: drafts } };
    }
    case 'sheets': {
      const { published, drafts } = worked(sheetsOf(catalog), changed as ReadonlyMap<string, Sheet>);
      return { ...part, sheets: published, drafts: { ...part.drafts, sheets: drafts } };
    }
  }
}

function worked<D>(
  known: ReadonlyMap<string, { readonly published: D | null; readonly draft: D | null; readonly archived: boolean }>,
  changed: ReadonlyMap<string, D>,
) {
  const published: D[] = [];
  const drafts: { of: string | null; definition: D; archived: boolean }[] = [];
  for (const [key, definition] of changed) {
    const both = known.get(key);
    if (both?.published && !both.draft) published.push(definition);
    else {
      if (both?.published) published.push(both.published);
      drafts.push({ of: both?.published ? key : null, definition, archived: both?.archived ?? false });
    }
  }
  return { published, drafts };
}
