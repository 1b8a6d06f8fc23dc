import { type Product } from '@/core/catalog';
import { type Finding } from '@/ui/search-field';
import { type Editing } from '@/features/editors/frame';

/** Keys that a new part can't have: of parts and of choices. */
export function takenKeys({ parts, choices }: Product): string[] {
  return [...parts, ...choices].map(({ key }) => key);
}

/** The products that can be parts or be put in slots, those of the same category first. */
export function likelyProducts(product: Product, inShop: Editing['inShop']): Finding[] {
  const near = (category: string | null) => (category !== null && category === product.category ? 0 : 1);
  return inShop
    .filter(({ slug }) => slug !== product.slug)
    .sort((a, b) => near(a.category) - near(b.category))
    .map(({ slug, title, sku }) => ({ value: slug, label: title, hint: sku }));
}
