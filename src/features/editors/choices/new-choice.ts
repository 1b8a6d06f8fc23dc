import {
  type Choice,
  type ChoiceKind,
  choiceSchema,
  freeKey,
  type Option,
  optionSchema,
  type Product,
  type Swatch,
  swatchByName,
} from '@/core/catalog';
import { namedColour } from '@/core/colour';
import { choiceKindsHere } from './kinds';

/** A choice as it is when it has just been added. */
export function newChoice(kind: ChoiceKind, key: string, title: string): Choice {
  return choiceSchema.parse({ kind, key, title, ...choiceKindsHere[kind].begins });
}

/** An option as it is when it has just been added. */
export function newOption(key: string, title: string, more: Partial<Option> = {}): Option {
  return optionSchema.parse({ key, title, ...more });
}

/** The colour that an option's name says: that of a swatch of the book, else an ordinary colour; null for any other. */
export function colourOfName(book: Iterable<Swatch>, name: string): Pick<Option, 'swatch' | 'colours'> | null {
  const swatch = swatchByName(book, name);
  if (swatch) return { swatch: swatch.key, colours: [] };
  const colour = namedColour(name);
  return colour === null ? null : { swatch: null, colours: [colour] };
}

/** A copy of a choice for a product, under a name that is free there. */
export function copyOfChoice(choice: Choice, product: Pick<Product, 'choices'>, title = choice.title): Choice {
  // A choice that comes from a sheet has the sheet's name before its own.
  const wanted = choice.key.split('.').pop() ?? 'choice';
  const key = freeKey(
    wanted.replace(/-/g, ' '),
    product.choices.map((other) => other.key),
    'choice',
  );
  return { ...structuredClone(choice), key, title };
}
