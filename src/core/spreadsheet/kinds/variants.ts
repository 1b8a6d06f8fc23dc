import { MOST_VARIANTS, type Product, type Variant, variantSchema } from '../../catalog';
import { kindOfThing, titleOfVariant } from '../../price-lists';
import { moneyColumn, type SpreadsheetKind, textColumn, toldColumn, yesNoColumn } from '../kind';

interface Row {
  readonly product: Product;
  readonly key: string;
  readonly variant: Variant;
}

const textOf = ({ options }: Pick<Variant, 'options'>): string => {
  const thing = { kind: 'variant' as const, options };
  return kindOfThing(thing).text(thing);
};

const sortedPairs = (text: string): string => text.trim().split(/\s+/).sort().join(' ');

/** `size=m colour=slate`. @returns null for what is not written so */
function optionsOf(text: string): Record<string, string> | null {
  const pairs = text.split(/\s+/).map((pair) => pair.split('='));
  if (new Set(pairs.map(([choice]) => choice)).size < pairs.length) return null;
  if (pairs.some(([choice = '', option = '', ...more]) => choice === '' || option === '' || more.length > 0))
    return null;
  return Object.fromEntries(pairs as [string, string][]);
}

/** Combinations that are kept, with their SKUs, codes and prices. */
export const variantsSpreadsheet: SpreadsheetKind<Product, Row> = {
  title: 'Variants',
  list: 'products',
  word: 'product',
  names: [
    { head: 'Product', show: ({ key }) => key },
    { head: 'Variant', plain: sortedPairs, show: ({ variant }) => textOf(variant) },
  ],
  columns: [
    toldColumn('Options', ({ product, variant }) => titleOfVariant(product.choices, variant.options)),
    textColumn(
      'SKU',
      60,
      ({ variant }) => variant.sku ?? '',
      ({ variant }, text) => void (variant.sku = text || null),
    ),
    textColumn(
      'GTIN',
      20,
      ({ variant }) => variant.gtin ?? '',
      ({ variant }, text) => void (variant.gtin = text || null),
    ),
    moneyColumn(
      'Price',
      ({ variant }) => variant.price,
      ({ variant }, value) => void (variant.price = value),
    ),
    moneyColumn(
      'Was-price',
      ({ variant }) => variant.wasPrice,
      ({ variant }, value) => void (variant.wasPrice = value),
    ),
    textColumn(
      'Stock item',
      60,
      ({ variant }) => variant.stock ?? '',
      ({ variant }, text) => void (variant.stock = text || null),
    ),
    yesNoColumn(
      'On sale',
      ({ variant }) => variant.onSale,
      ({ variant }, value) => void (variant.onSale = value),
    ),
  ],
  rows: (product, key) => product.variants.map((variant) => ({ product, key, variant })),
  add(product, cell) {
    const options = optionsOf(cell('Variant'));
    if (!options) return { fault: `“${cell('Variant')}” is no variant. Write its options like size=m colour=slate.` };
    if (product.variants.length >= MOST_VARIANTS) return { fault: `it has ${MOST_VARIANTS} variants already.` };
    const variant = variantSchema.parse({ options });
    product.variants.push(variant);
    return { row: { product, key: product.slug, variant } };
  },
};
