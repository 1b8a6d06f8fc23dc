import { type Choice, hasOptions, isStocked } from '../catalog';
import { type Program } from '../compile';

/** What is chosen of a product, by choice. */
export type FlatAnswers = Readonly<Record<string, string | boolean | null>>;

/** Selections to be gone through, and which choices vary in them. */
export interface FlatSelections {
  readonly list: readonly FlatAnswers[];
  readonly varying: readonly Choice[];
  /** how many there would be of all choices, where only those that make variants vary; null where all do */
  readonly all: number | null;
}

/** What can be answered to a choice of which one thing is picked; null for what is typed, or picked several times. */
function valuesOf(choice: Choice): (string | boolean | null)[] | null {
  if (choice.kind === 'yesNo') return [false, true];
  if (!hasOptions(choice) || choice.kind === 'several' || choice.kind === 'slot') return null;
  const keys = choice.options.map(({ key }) => key);
  return choice.required ? keys : [null, ...keys];
}

interface Varying {
  readonly choice: Choice;
  readonly values: readonly (string | boolean | null)[];
}

const countOf = (varying: readonly Varying[]): number => varying.reduce((all, { values }) => all * values.length, 1);

/**
 * The selections of a product that differ in what is picked of its own choices: everything else is as it is at first.
 * Where they are too many, only what makes variants varies.
 *
 * @returns null where even these are more than `most`
 */
export function flatSelections({ product, choices, fixed }: Program, most: number): FlatSelections | null {
  const all = product.choices.flatMap((choice, index): Varying[] => {
    const values = choices[index]?.asks === false || Object.hasOwn(fixed, choice.key) ? null : valuesOf(choice);
    return values ? [{ choice, values }] : [];
  });
  const isAll = countOf(all) <= most;
  const varying = isAll ? all : all.filter(({ choice }) => isStocked(choice));
  if (countOf(varying) > most) return null;
  let list: FlatAnswers[] = [{}];
  for (const { choice, values } of varying)
    list = list.flatMap((one) => values.map((value) => ({ ...one, [choice.key]: value })));
  return { list, varying: varying.map(({ choice }) => choice), all: isAll ? null : countOf(all) };
}
