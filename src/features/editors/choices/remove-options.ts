import { type Product } from '@/core/catalog';
import { withoutOptions } from '@/core/catalog/many';

/** Takes options out of a choice of a draft, with the variants that have them; their stock items stay. */
export function removeOptions(draft: Product, choiceKey: string, keys: readonly string[]): void {
  Object.assign(draft, withoutOptions(draft, choiceKey, keys));
}
