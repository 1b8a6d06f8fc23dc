import { isListedByView, type Product, type ProductView } from '../catalog';
import { type Program, standingView } from '../compile';
import { resolve, type Resolution } from '../run';

/** The view by which lists and previews show a product, and what is seen of it as the page begins. */
export interface ListedView {
  readonly view: Pick<ProductView, 'key'>;
  readonly seen: Resolution;
}

/**
 * The first view of a product as its page begins, with nothing chosen by anybody.
 *
 * @param definition as it is published, without what its sheets bring
 * @param today as YYYY-MM-DD
 * @returns null where a picture stands for it, or nothing of the view is seen
 */
export function listedView(definition: Product, program: Program, today: string): ListedView | null {
  if (!isListedByView(definition)) return null;
  const seen = resolve(program, { answers: {} }, { stock: null, today, group: null });
  const view = standingView(program.product, seen.views);
  return view && { view, seen };
}
