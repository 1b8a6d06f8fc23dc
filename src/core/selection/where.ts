/**
 * The place in a selection that something is about: a choice, how many are taken, the item as a whole, or the selection
 * itself, of the product or of a part of it.
 */
export type Where = { readonly part: readonly string[] } & (
  { readonly at: 'choice'; readonly choice: string } | { readonly at: 'quantity' | 'item' | 'selection' }
);

const OF_THE_PRODUCT: readonly string[] = [];

/** How many are taken of the product. */
export const AT_QUANTITY: Where = { part: OF_THE_PRODUCT, at: 'quantity' };
/** The item that a selection makes, as a whole. */
export const AT_ITEM: Where = { part: OF_THE_PRODUCT, at: 'item' };
/** The selection as it was given. */
export const AT_SELECTION: Where = { part: OF_THE_PRODUCT, at: 'selection' };

/** A choice of the product. */
export function atChoice(choice: string): Where {
  return { part: OF_THE_PRODUCT, at: 'choice', choice };
}

/** A place as the open format writes it: `choice:size`, `quantity`, and of a part `part:suit/choice:size`. */
export function whereText(where: Where): string {
  const own = where.at === 'choice' ? `choice:${where.choice}` : where.at;
  return [...where.part.map((part) => `part:${part}`), own].join('/');
}
