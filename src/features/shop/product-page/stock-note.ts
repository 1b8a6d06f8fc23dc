import { type ShopPages } from '@/core/catalog';
import { type ResolutionJson } from '@/core/exchange';
import { groupDigits } from '@/core/number';

/** What a product's page says of stock, and whether little is left. */
export interface StockNote {
  readonly words: string;
  readonly isLittle: boolean;
}

/**
 * What a product's page says there is of a selection; null where it says nothing: as the shop wants, or because nothing
 * is counted, or because it says already how long the rest takes.
 */
export function stockNote(
  { stock, few }: Pick<ShopPages, 'stock' | 'few'>,
  { draws, availability: { canSupply, leadDays } }: Pick<ResolutionJson, 'draws' | 'availability'>,
): StockNote | null {
  if (stock === 'not' || draws.length === 0 || canSupply === null || leadDays !== null) return null;
  if (canSupply === 0) return { words: 'Out of stock', isLittle: true };
  if (canSupply === 'unlimited') return { words: 'In stock', isLittle: false };
  if (stock === 'exactly')
    return { words: `${groupDigits(String(canSupply), ',')} in stock`, isLittle: canSupply <= few };
  if (canSupply > few) return { words: 'In stock', isLittle: false };
  return { words: canSupply === 1 ? 'Only one left' : 'Only a few left', isLittle: true };
}
