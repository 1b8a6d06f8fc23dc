import { type Product, referencesOf } from '@/core/catalog';
import { type Finding } from '@/ui/search-field';
import { type Editing } from '@/features/editors/frame';

const words = (text: string) =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word.length > 2),
  );

/**
 * Stock items to pick from, the likely ones first: those that share most words with what takes from stock, with the
 * product's name and SKU; then those that the product names already; then all others by their names.
 *
 * @param name what takes from stock: an option, a variant, the product
 */
export function likelyStock(product: Product, stock: Editing['stock'], name = ''): Finding[] {
  const own = words(name);
  const stem = words(`${product.title} ${product.sku}`);
  const { stock: named } = referencesOf(product);
  const score = ({ key, title }: { readonly key: string; readonly title: string }) => {
    const theirs = [...words(`${title} ${key}`)];
    return (
      3 * theirs.filter((word) => own.has(word)).length +
      2 * theirs.filter((word) => stem.has(word)).length +
      (named.has(key) ? 1 : 0)
    );
  };
  return stock
    .map((item) => ({ item, score: score(item) }))
    .sort((a, b) => b.score - a.score || a.item.title.localeCompare(b.item.title))
    .map(({ item: { key, title, unit } }) => ({ value: key, label: title, hint: unit === '1' ? '' : unit }));
}
