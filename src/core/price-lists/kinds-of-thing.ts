import { amountsOf, type Choice, hasOptions, type PricedThing, type Product } from '../catalog';

/** Something of a product that has a price of its own, and that price; null where none is said. */
export interface ThingOf {
  readonly thing: PricedThing;
  readonly title: string;
  readonly usual: string | null;
}

/** What of a product decides what lists may name prices for. */
export type WithThings = Pick<Product, 'title' | 'price' | 'variants' | 'choices'>;

interface KindOfThing<T extends PricedThing> {
  /** all of the kind that a product has */
  of(product: WithThings): ThingOf[];
  /** whether it is added to a price: then percentages of lists leave it as it is, and it may be below zero */
  readonly isAdded: boolean;
  /** whether it costs what the product does where no price of its own is said */
  readonly followsProduct: boolean;
  /** as a spreadsheet holds it */
  text(thing: T): string;
  /** what it is called by its keys, where the product has no such thing */
  called(thing: T): string;
  /** whether it is the product itself, and called as that is */
  readonly isWhole: boolean;
}

/** What a price list can name a price for, in the order in which a product's things are listed. */
const kindsOfThing: { readonly [K in PricedThing['kind']]: KindOfThing<Extract<PricedThing, { kind: K }>> } = {
  product: {
    of: ({ title, price }) => [{ thing: { kind: 'product' }, title, usual: price }],
    isAdded: false,
    followsProduct: false,
    text: () => '',
    called: () => '',
    isWhole: true,
  },
  variant: {
    of: ({ variants, choices }) =>
      variants.map(({ options, price }): ThingOf => ({
        thing: { kind: 'variant', options },
        title: titleOfVariant(choices, options),
        usual: price,
      })),
    isAdded: false,
    followsProduct: true,
    text: ({ options }) =>
      Object.entries(options)
        .map(([choice, option]) => `${choice}=${option}`)
        .join(' '),
    called: ({ options }) => Object.values(options).join(', '),
    isWhole: false,
  },
  option: {
    of: ({ choices }) =>
      choices.flatMap((choice) =>
        amountsOf(choice).flatMap((amount, place): ThingOf[] =>
          amount
            ? [
                {
                  thing: { kind: 'option', choice: choice.key, option: optionAt(choice, place)?.key ?? null },
                  title: hasOptions(choice) ? `${choice.title}: ${optionAt(choice, place)?.title ?? ''}` : choice.title,
                  usual: amount.value,
                },
              ]
            : [],
        ),
      ),
    isAdded: true,
    followsProduct: false,
    text: ({ choice, option }) => `${choice}:${option ?? ''}`,
    called: ({ choice, option }) => `${choice} ${option ?? ''}`.trim(),
    isWhole: false,
  },
};

const optionAt = (choice: Choice, place: number) => (hasOptions(choice) ? choice.options[place] : undefined);

/** What a variant is called by its options: `M · White`. */
export const titleOfVariant = (choices: readonly Choice[], options: Readonly<Record<string, string>>): string =>
  Object.entries(options)
    .map(([key, option]) => optionTitle(choices, key, option))
    .join(' · ');

function optionTitle(choices: readonly Choice[], key: string, option: string): string {
  const choice = choices.find((candidate) => candidate.key === key);
  const found = choice && hasOptions(choice) ? choice.options.find((candidate) => candidate.key === option) : undefined;
  return found?.title ?? option;
}

/** The record of what something is: it is asked about that alone. */
export const kindOfThing = ({ kind }: PricedThing): KindOfThing<PricedThing> => kindsOfThing[kind];

/** Everything of a product that lists may name a price for: the product, its variants, and what has an amount. */
export const thingsOf = (product: WithThings): ThingOf[] =>
  Object.values(kindsOfThing).flatMap((kind) => kind.of(product));

/** `Bee suit`, `Bee suit: M · White`, and with a comma `Bee suit, M · White`. */
export const titleOfThing = (product: string, { thing, title }: Pick<ThingOf, 'thing' | 'title'>, sign = ': ') =>
  kindOfThing(thing).isWhole ? product : `${product}${sign}${title}`;
