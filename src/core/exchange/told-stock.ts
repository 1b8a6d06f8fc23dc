import { hasOptions, type Product, referencesOf } from '../catalog';
import { isSeenBy } from '../run';

/**
 * What customers read of stock items: what they are of among the things that they see. What the shop calls them inside, its
 * own shelf marks and suppliers among it, stays inside.
 *
 * @param products what a customer sees, the product itself first
 * @returns a title for every stock item that any of them names, by its key
 */
export function toldStock(products: readonly Product[], group: string | null): ReadonlyMap<string, string> {
  const told = new Map<string, string>();
  const note = (stock: string | null, title: string) => {
    if (stock !== null && !told.has(stock)) told.set(stock, title);
  };
  for (const { title, choices, variants } of products) {
    const titleOf = (choice: string, option: string) => {
      const found = choices.find(({ key }) => key === choice);
      return found && hasOptions(found) ? (found.options.find(({ key }) => key === option)?.title ?? '') : '';
    };
    for (const { options, stock } of variants) note(stock, [title, ...Object.entries(options).map(([choice, option]) => titleOf(choice, option))].filter(Boolean).join(' '));
  }
  // What is drawn by nothing but a product as it is, is that product.
  for (const { title, draws } of products) for (const draw of draws) note(draw.stock, title);
  for (const { title, choices } of products) {
    for (const choice of choices) {
      if (!hasOptions(choice) || choice.forWorkshop || !isSeenBy(choice.groups, group)) continue;
      for (const option of choice.options) if (isSeenBy(option.groups, group)) for (const draw of option.draws) note(draw.stock, `${title}, ${option.title}`);
    }
  }
  for (const product of products) for (const stock of referencesOf(product).stock) note(stock, product.title);
  return told;
}
