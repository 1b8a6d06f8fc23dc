import { type Choice, hasOptions, type Product, referencesOf } from '../catalog';
import { isSeenBy } from '../run';

/**
 * What customers read of stock items: what they are of among the things that they see. What the shop calls them inside,
 * its own shelf marks and suppliers among it, stays inside.
 *
 * @param products what a customer sees, the product itself first
 * @returns a title for every stock item that any of them names, by its key
 */
export function toldStock(products: readonly Product[], group: string | null): ReadonlyMap<string, string> {
  const told = new Map<string, string>();
  const note = (stock: string | null, title: string) => {
    if (stock !== null && !told.has(stock)) told.set(stock, title);
  };
  /** The options that are called something by what a customer sees. */
  const seenOptions = (choice: Choice) =>
    hasOptions(choice) && !choice.forWorkshop && isSeenBy(choice.groups, group)
      ? choice.options.filter(({ groups }) => isSeenBy(groups, group))
      : [];
  for (const { title, choices, variants } of products) {
    const chosen = choices.map((choice) => ({ key: choice.key, options: seenOptions(choice) }));
    const titleOf = (choice: string, option: string) =>
      chosen.find(({ key }) => key === choice)?.options.find(({ key }) => key === option)?.title ?? '';
    for (const { options, stock } of variants)
      note(
        stock,
        [title, ...Object.entries(options).map(([choice, option]) => titleOf(choice, option))]
          .filter(Boolean)
          .join(' '),
      );
  }
  // What is drawn by nothing but a product as it is, is that product.
  for (const { title, draws } of products) for (const draw of draws) note(draw.stock, title);
  for (const { title, choices } of products) {
    for (const option of choices.flatMap(seenOptions))
      for (const draw of option.draws) note(draw.stock, `${title}, ${option.title}`);
  }
  for (const product of products) for (const stock of referencesOf(product).stock) note(stock, product.title);
  return told;
}
