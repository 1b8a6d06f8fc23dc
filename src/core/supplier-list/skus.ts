import { SKU_PATTERN, skuFrom } from '../catalog';
import { withoutEnd } from './titles';

/** SKUs that are put together: the product’s, and a part for each option of each choice. */
export interface FoundSkus {
  readonly product: string;
  readonly parts: readonly (readonly string[])[];
}

interface SkuRow {
  readonly options: readonly number[];
  readonly sku: string;
}

/**
 * Finds SKUs that are the product’s and one part for each choice, in their order.
 *
 * @param counts    how many options each choice has
 * @param separator what stands between the parts in this shop
 * @returns null where they are not put together so
 */
export function findSkuParts(rows: readonly SkuRow[], counts: readonly number[], separator: string): FoundSkus | null {
  if (separator === '' || counts.length === 0) return null;
  const parts = counts.map((count) => Array.from({ length: count }, () => ''));
  let product: string | null = null;
  for (const { options, sku } of rows) {
    const pieces = sku.split(separator);
    const head = pieces.slice(0, -counts.length).join(separator);
    if (head === '' || (product !== null && product !== head)) return null;
    product = head;
    const tail = pieces.slice(-counts.length);
    for (const [choice, option] of options.entries()) {
      const known = parts[choice]?.[option] ?? '';
      const piece = tail[choice] ?? '';
      if (!SKU_PATTERN.test(piece) || (known !== '' && known !== piece)) return null;
      if (parts[choice]) parts[choice][option] = piece;
    }
  }
  const isOne = parts.every((each) => new Set(each).size === each.length);
  return product !== null && SKU_PATTERN.test(product) && isOne ? { product, parts } : null;
}

/** What all texts begin with. */
function sharedStart(texts: readonly string[]): string {
  const [first = ''] = texts;
  let length = first.length;
  for (const text of texts) while (!text.startsWith(first.slice(0, length))) length -= 1;
  return first.slice(0, length);
}

/** An SKU for a product: its number, what the SKUs of its rows begin with, or its title; free among those taken. */
export function productSku(code: string, skus: readonly string[], title: string, taken: Set<string>): string {
  const start = skus.length > 1 ? withoutEnd(sharedStart(skus), ' ._/-') : (skus[0] ?? '');
  const wanted = [code, start.length >= 2 ? start : '', withoutEnd(skuFrom(title).slice(0, 30), '-')];
  const sku = wanted.find((each) => SKU_PATTERN.test(each)) ?? 'P';
  let free = sku;
  for (let count = 2; taken.has(free.toLowerCase()); count += 1) free = `${sku.slice(0, 35)}-${count}`;
  taken.add(free.toLowerCase());
  return free;
}
