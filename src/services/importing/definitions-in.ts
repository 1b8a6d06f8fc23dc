import { type Catalog, type Product, referencesOf, type Sheet } from '../../core/catalog';

/** Every definition of a catalog: what is published, and drafts. */
const definitionsIn = ({ products, sheets, drafts }: Catalog): readonly (Product | Sheet)[] => [
  ...products,
  ...sheets,
  ...[...drafts.products, ...drafts.sheets].map(({ definition }) => definition),
];

/** What the definitions of a catalog name of one kind, each once. */
export const namedIn = (catalog: Catalog, what: 'pictures' | 'typefaces'): Set<string> =>
  new Set(definitionsIn(catalog).flatMap((definition) => [...referencesOf(definition)[what]]));

/** A catalog whose definitions are changed, each in the same way. */
export const withEachDefinition = (
  catalog: Catalog,
  changed: <D extends Product | Sheet>(definition: D) => D,
): Catalog => ({
  ...catalog,
  products: catalog.products.map(changed),
  sheets: catalog.sheets.map(changed),
  drafts: {
    products: catalog.drafts.products.map((draft) => ({ ...draft, definition: changed(draft.definition) })),
    sheets: catalog.drafts.sheets.map((draft) => ({ ...draft, definition: changed(draft.definition) })),
  },
});
