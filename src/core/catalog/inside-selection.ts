import { type PartSelection } from '../selection';
import { type Prepared } from './prepared';
import { type Product } from './schema';

/** What is answered of a product, as a definition keeps it. */
type Kept = Pick<Prepared, 'answers' | 'parts'>;

/**
 * A kept selection in which what is said of parts, and of what lies in slots, is said otherwise.
 *
 * @param change what is said of one thing inside, and the slug of the product that it is said of
 */
export function withInside<S extends Kept>(
  selection: S,
  { choices, parts }: Pick<Product, 'choices' | 'parts'>,
  change: (inside: PartSelection, product: string) => PartSelection,
): S {
  const slots = new Set(choices.flatMap(({ kind, key }) => (kind === 'slot' ? [key] : [])));
  const entry = (one: unknown): unknown => (isEntry(one) ? change(one, one.product) : one);
  const answers = Object.entries(selection.answers).map(
    ([key, answer]) =>
      [key, !slots.has(key) ? answer : Array.isArray(answer) ? answer.map(entry) : entry(answer)] as const,
  );
  const partOf = (key: string, inside: PartSelection | null) => {
    const product = inside?.product ?? parts.find((part) => part.key === key)?.candidates[0]?.product;
    return inside && product !== undefined ? change(inside, product) : inside;
  };
  return {
    ...selection,
    answers: Object.fromEntries(answers),
    parts:
      selection.parts &&
      Object.fromEntries(Object.entries(selection.parts).map(([key, inside]) => [key, partOf(key, inside)] as const)),
  };
}

/** Whether what lies in a slot says more than which product it is. */
const isEntry = (one: unknown): one is PartSelection & { readonly product: string } =>
  typeof one === 'object' && one !== null && 'product' in one && typeof one.product === 'string' && 'answers' in one;
