import { type Product, type Variant } from '@/core/catalog';
import { type Program, variantKey } from '@/core/compile';
import { orNull } from '@/features/editors/fields';
import { type StockView } from '@/features/kit/selection';

/** What a cell of the grid can show and take. */
export const figures = ['price', 'onHand', 'sku', 'gtin', 'weight'] as const;
export type Figure = (typeof figures)[number];

export const figureWords: Readonly<Record<Figure, string>> = {
  price: 'Own price',
  onHand: 'On hand',
  sku: 'SKU',
  gtin: 'GTIN',
  weight: 'Own weight',
};

/** What stands in a cell. A count that has not been booked yet stands in the place of what is on hand. */
export function figureText(
  figure: Figure,
  variant: Variant,
  stock: readonly StockView[],
  counts: ReadonlyMap<string, string>,
  name: string,
): string {
  switch (figure) {
    case 'price':
      return variant.price ?? '';
    case 'onHand':
      return counts.get(name) ?? stock.find(({ key }) => key === variant.stock)?.onHand ?? '';
    case 'sku':
      return variant.sku ?? '';
    case 'gtin':
      return variant.gtin ?? '';
    case 'weight':
      return variant.weight?.value ?? '';
  }
}

/** What counts while a cell is empty. */
export function figurePlaceholder(figure: Figure, variant: Variant, product: Product, program: Program): string {
  switch (figure) {
    case 'price':
      return product.price ?? '';
    case 'onHand':
      return variant.stock === null ? 'no item' : '0';
    case 'sku': {
      const options = program.stocked.map((index) => variant.options[program.choices[index]?.key ?? ''] ?? '');
      return program.variants.get(variantKey(options))?.sku ?? '';
    }
    case 'gtin':
      return 'none';
    case 'weight':
      return product.weight?.value ?? 'none';
  }
}

/** Puts a text from a cell into a variant; what is on hand is booked in the ledger, not here. */
export function setFigure(figure: Exclude<Figure, 'onHand'>, variant: Variant, text: string, product: Product): void {
  switch (figure) {
    case 'price':
      variant.price = orNull(text);
      return;
    case 'sku':
      variant.sku = orNull(text);
      return;
    case 'gtin':
      variant.gtin = orNull(text.replace(/[\s-]/g, ''));
      return;
    case 'weight': {
      const value = orNull(text);
      variant.weight = value === null ? null : { value, unit: variant.weight?.unit ?? product.weight?.unit ?? 'g' };
      return;
    }
  }
}

/** The field of a definition that a figure stands in, for finding its faults. */
export const figureField: Readonly<Record<Figure, string>> = {
  price: 'price',
  onHand: 'stock',
  sku: 'sku',
  gtin: 'gtin',
  weight: 'weight',
};
