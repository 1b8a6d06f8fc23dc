import { type OneOfChoice, type Option, optionSchema, type Product, type Variant, variantSchema } from '@/core/catalog';

/** Stands in a combination for a choice that is left out. */
export const LEFT_OUT = '';

/** A stocked choice with all that can be answered: where it may be left out, that is an answer like any other. */
export function withLeftOut(choice: OneOfChoice): OneOfChoice {
  if (choice.required) return choice;
  const without: Option = {
    ...optionSchema.parse({ key: 'without', title: `Without ${choice.title}` }),
    key: LEFT_OUT,
  };
  return { ...choice, options: [...choice.options, without] };
}

/** Option keys by the key of a stocked choice. */
export type Combination = Readonly<Record<string, string>>;

/** Every combination of the options of some choices. */
export function combinationsOf(choices: readonly OneOfChoice[]): Combination[] {
  return choices.reduce<Combination[]>(
    (partial, choice) =>
      partial.flatMap((options) => choice.options.map(({ key }) => ({ ...options, [choice.key]: key }))),
    [{}],
  );
}

export function sameCombination(a: Combination, b: Combination, choices: readonly OneOfChoice[]): boolean {
  return choices.every(({ key }) => (a[key] ?? LEFT_OUT) === (b[key] ?? LEFT_OUT));
}

/** Place of a combination among a product's variants; -1 where it is not kept. */
export function variantIndex(product: Product, combination: Combination, choices: readonly OneOfChoice[]): number {
  return product.variants.findIndex(({ options }) => sameCombination(options, combination, choices));
}

/** What a combination is known by among all of the same choices. */
const combinationKey = (combination: Combination, choices: readonly OneOfChoice[]) =>
  JSON.stringify(choices.map(({ key }) => combination[key] ?? LEFT_OUT));

/**
 * Finds the places of combinations among a product's variants: -1 for one that is not kept. Made once, for many
 * lookups.
 */
export function variantPlaces(
  { variants }: Pick<Product, 'variants'>,
  choices: readonly OneOfChoice[],
): (combination: Combination) => number {
  const places = new Map<string, number>();
  for (const [place, { options }] of variants.entries()) {
    const key = combinationKey(options, choices);
    // Of two alike the first counts, as everywhere.
    if (!places.has(key)) places.set(key, place);
  }
  return (combination) => places.get(combinationKey(combination, choices)) ?? -1;
}

/** `M · Slate` */
export function combinationTitle(combination: Combination, choices: readonly OneOfChoice[]): string {
  return choices
    .map((choice) => choice.options.find(({ key }) => key === (combination[choice.key] ?? LEFT_OUT))?.title ?? '?')
    .join(' · ');
}

export function newVariant(options: Combination): Variant {
  return variantSchema.parse({
    options: Object.fromEntries(Object.entries(options).filter(([, option]) => option !== LEFT_OUT)),
  });
}

/** How a grid is laid out: one choice across, another down, the others one section a combination. */
export interface Axes {
  readonly across: OneOfChoice | null;
  readonly down: OneOfChoice;
  readonly sections: readonly Combination[];
}

/** Lays out a grid. @returns null where nothing is stocked */
export function axesOf(choices: readonly OneOfChoice[], acrossKey: string | null, downKey: string | null): Axes | null {
  const down = choices.find(({ key }) => key === downKey) ?? choices[0];
  if (!down) return null;
  const across =
    choices.find(({ key }) => key === acrossKey && key !== down.key) ??
    choices.find(({ key }) => key !== down.key) ??
    null;
  const others = choices.filter((choice) => choice !== down && choice !== across);
  return { across, down, sections: combinationsOf(others) };
}

/** The combination of one cell. */
export function cellCombination(
  { across, down }: Axes,
  section: Combination,
  row: Option,
  column: Option | null,
): Combination {
  return { ...section, [down.key]: row.key, ...(across && column ? { [across.key]: column.key } : {}) };
}
