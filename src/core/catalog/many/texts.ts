import { type Choice } from '../choices';
import { type Product } from '../schema';
import { LONGEST_WORD } from '../shop-pages';

/** What is looked for in texts, and what comes in its place. */
export interface Replacing {
  readonly find: string;
  readonly replace: string;
  readonly matchCase: boolean;
}

/** Texts longer than these would no longer fit where they stand. */
const LONGEST = {
  title: 160,
  summary: 200,
  description: 8000,
  alt: 200,
  choiceTitle: 120,
  help: 500,
  optionDescription: 300,
  text: 4000,
  statement: 2000,
} as const;

/**
 * Replaces a text wherever customers read it: name, summary, description, buy button, pictures in words, and titles,
 * help and descriptions of choices and options. Addresses, SKUs and inside names stay.
 *
 * @returns the product, how many places changed, and how many stay because they would become too long
 */
export function withTexts(
  product: Product,
  replacing: Replacing,
): { readonly after: Product; readonly places: number; readonly tooLong: number } {
  let places = 0;
  let tooLong = 0;
  const inText = (text: string, longest: number): string => {
    const replaced = replacedIn(text, replacing);
    if (replaced === text) return text;
    if (replaced.length > longest) {
      tooLong += 1;
      return text;
    }
    places += 1;
    return replaced;
  };
  const inChoice = (choice: Choice): Choice => {
    const shared = {
      title: inText(choice.title, LONGEST.choiceTitle),
      help: choice.help === null ? null : inText(choice.help, LONGEST.help),
    };
    const named = { ...choice, ...shared };
    if ('text' in named) return { ...named, text: inText(named.text, LONGEST.text) };
    if ('statement' in named) return { ...named, statement: inText(named.statement, LONGEST.statement) };
    if (!('options' in named)) return named;
    const options = named.options.map((option) => ({
      ...option,
      title: inText(option.title, LONGEST.choiceTitle),
      description: 'description' in option ? inText(option.description, LONGEST.optionDescription) : '',
    }));
    // Candidates of a slot are named by their products.
    return named.kind === 'slot' ? choice : { ...named, options };
  };
  const after: Product = {
    ...product,
    title: inText(product.title, LONGEST.title),
    summary: inText(product.summary, LONGEST.summary),
    buyWord: inText(product.buyWord, LONGEST_WORD),
    description: inText(product.description, LONGEST.description),
    pictures: product.pictures.map((picture) => ({ ...picture, alt: inText(picture.alt, LONGEST.alt) })),
    choices: product.choices.map(inChoice),
  };
  return { after: places === 0 ? product : after, places, tooLong };
}

function replacedIn(text: string, { find, replace, matchCase }: Replacing): string {
  if (find === '') return text;
  if (matchCase) return text.split(find).join(replace);
  const parts: string[] = [];
  const [lower, wanted] = [text.toLowerCase(), find.toLowerCase()];
  // Where lower case has another length, places would not be the same in both.
  if (lower.length !== text.length) return text.split(find).join(replace);
  let from = 0;
  for (let at = lower.indexOf(wanted); at >= 0; at = lower.indexOf(wanted, from)) {
    parts.push(text.slice(from, at), replace);
    from = at + wanted.length;
  }
  return [...parts, text.slice(from)].join('');
}
