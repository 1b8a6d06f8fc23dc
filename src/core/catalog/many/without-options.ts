import { type Choice, hasOptions } from '../choices';
import { type Product } from '../schema';

/**
 * A product without some options of one of its choices, and without the variants that have them; their stock items
 * stay.
 */
export function withoutOptions<P extends Pick<Product, 'choices' | 'variants'>>(
  product: P,
  choiceKey: string,
  keys: readonly string[],
): P {
  return {
    ...product,
    choices: product.choices.map((choice) => (choice.key === choiceKey ? withoutIn(choice, keys) : choice)),
    // A combination with an option that is gone can't be chosen; its stock item stays in the store room.
    variants: product.variants.filter(({ options }) => !keys.includes(options[choiceKey] ?? '')),
  };
}

function withoutIn(choice: Choice, keys: readonly string[]): Choice {
  if (!hasOptions(choice)) return choice;
  const options = choice.options.filter(({ key }) => !keys.includes(key));
  if (choice.kind === 'several' || choice.kind === 'slot')
    return { ...choice, options, default: choice.default.filter((key) => !keys.includes(key)) };
  return {
    ...choice,
    options,
    default: choice.default !== null && keys.includes(choice.default) ? null : choice.default,
  };
}
