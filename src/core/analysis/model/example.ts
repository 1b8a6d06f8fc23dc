import { type Program } from '../../compile';
import { type CountedAnswer, type Resolution } from '../../run';
import { type Selection } from '../../selection';

/** A selection that shows something, and how it reads. */
export interface Example {
  readonly selection: Selection;
  /** key of the customer's group that it is for; null for everybody */
  readonly group: string | null;
  /** its answers, as a basket shows them */
  readonly words: string;
}

/** A text that was made for its length alone. */
const MADE_UP = /^(\S)(?:\1| )*$/u;

/** Answers that count, as an example says them. */
function wordsOf({ product, indexOf }: Program, counted: readonly CountedAnswer[]): string {
  const words = counted.map(({ choice, title, shown }) => {
    const { kind } = product.choices[indexOf.get(choice) ?? -1] ?? {};
    // Which text it is makes no difference there, only how long.
    return (kind === 'text' || kind === 'longText') && MADE_UP.test(shown)
      ? `${title} of ${shown.length} ${shown.length === 1 ? 'character' : 'characters'}`
      : `${title} ${shown}`;
  });
  return words.join(' · ');
}

/** In what number an example is bought, where that is not the usual one. */
export const inPieces = ({ defaultQuantity }: Program, quantity: number | undefined): string[] =>
  quantity === undefined || quantity === defaultQuantity ? [] : [`${quantity} pieces`];

/**
 * What is chosen of a product with parts or slots, as an example says it: what it asks itself, and each part with what
 * is chosen of it.
 */
function wordsWithParts(program: Program, { counted, parts }: Pick<Resolution, 'counted' | 'parts'>): string {
  // What is in a slot is told as what it is, and not as an answer besides.
  const own = counted.filter(
    ({ choice }) => program.product.choices[program.indexOf.get(choice) ?? -1]?.kind !== 'slot',
  );
  const isOneOf = (key: string) =>
    (program.kit?.components.find((component) => component.key === key)?.candidates.length ?? 0) > 1;
  const told = parts.map(({ kind, part, title, productTitle, pieces, resolution }) => {
    const chosen = resolution.counted.map(({ shown }) => shown).join(', ');
    return `${pieces === 1 ? '' : `${pieces} × `}${title}${kind === 'slot' || isOneOf(part) ? `: ${productTitle}` : ''}${chosen === '' ? '' : ` (${chosen})`}`;
  });
  return [wordsOf(program, own), ...told].filter((words) => words !== '').join(' · ');
}

/** What is chosen, as an example says it. */
export const wordsFor = (program: Program, resolution: Resolution): string =>
  program.kit ? wordsWithParts(program, resolution) : wordsOf(program, resolution.counted);
