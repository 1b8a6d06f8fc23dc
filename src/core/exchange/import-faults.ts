import { type Catalog, placementsOf, type Product, referencesOf, refersToProduct } from '../catalog';
import { type CatalogList } from '../compared';
import { type Fault } from '../problems';
import { faultWords } from '../words';
import { checkCatalog } from './catalog-file';

/** What would be wrong after a file has come in, and with what. */
export interface ImportFault {
  readonly list: CatalogList;
  /** what it is called inside; empty for the shop */
  readonly key: string;
  readonly title: string;
  readonly message: string;
}

/** Which products can be another thing when what comes in has come: what comes, and what refers to it at any depth. */
function touchedBy(after: Catalog, comes: Catalog): ReadonlySet<string> {
  // Settings are everybody's.
  if (comes.whole) return new Set(after.products.map(({ slug }) => slug));
  const keys = {
    stock: new Set(comes.stock.map(({ key }) => key)),
    swatches: new Set(comes.swatches.map(({ key }) => key)),
    groups: new Set(comes.shop.groups.map(({ key }) => key)),
  };
  const refers = (definition: Parameters<typeof referencesOf>[0]) => {
    const references = referencesOf(definition);
    return (['stock', 'swatches', 'groups'] as const).some((what) =>
      [...references[what]].some((key) => keys[what].has(key)),
    );
  };
  const incomingSheets = new Set(comes.sheets.map(({ key }) => key));
  const sheets = after.sheets.filter((sheet) => incomingSheets.has(sheet.key) || refers(sheet));
  const coming = new Set(comes.products.map(({ slug }) => slug));
  const touched = new Set(
    after.products.filter(
      (product) => coming.has(product.slug) || refers(product) || placementsOf(product, sheets).length > 0,
    ),
  );
  for (let reached: readonly Product[] = [...touched]; reached.length > 0;) {
    const last = reached;
    reached = after.products.filter(
      (product) => !touched.has(product) && last.some((other) => refersToProduct(referencesOf(product), other)),
    );
    for (const product of reached) touched.add(product);
  }
  return new Set([...touched].map(({ slug }) => slug));
}

/**
 * What would be wrong with a catalog after something has come in, and is not wrong today.
 *
 * @param after with what comes in
 */
export function importFaults(ours: Catalog, after: Catalog, comes: Catalog): ImportFault[] {
  const touched = touchedBy(after, comes);
  const among = { isLookedAt: ({ slug }: Product) => touched.has(slug) };
  const told = (catalog: Catalog, fault: Fault): ImportFault => ({
    ...placeOf(catalog, fault),
    message: faultWords(fault.data),
  });
  const today = new Set(checkCatalog(ours, among).map((fault) => JSON.stringify(told(ours, fault))));
  return checkCatalog(after, among)
    .map((fault) => told(after, fault))
    .filter((fault) => !today.has(JSON.stringify(fault)));
}

/** The thing of a catalog that a fault is in. */
function placeOf(catalog: Catalog, { path: [list, index] }: Fault): Pick<ImportFault, 'list' | 'key' | 'title'> {
  const at = Number(index);
  switch (list) {
    case 'products': {
      const product = catalog.products[at];
      return { list, key: product?.slug ?? '', title: product?.title ?? '' };
    }
    case 'swatches':
      return { list, key: catalog.swatches[at]?.key ?? '', title: catalog.swatches[at]?.name ?? '' };
    case 'stock':
    case 'sheets':
    case 'priceLists':
    case 'discounts':
      return { list, key: catalog[list][at]?.key ?? '', title: catalog[list][at]?.title ?? '' };
    default:
      return { list: 'shop', key: '', title: catalog.shop.name };
  }
}
