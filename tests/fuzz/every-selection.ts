import { type CandidateProgram, type Program, type SlotProgram } from '@/core/compile';
import { type PartSelection } from '@/core/selection';
import { answersOf } from './answers-of';

/** A selection without its quantity. */
export type Chosen = Pick<PartSelection, 'answers' | 'parts'>;

/** All selections of a product, and whether what was typed has been gone through wholly. */
export interface EverySelection {
  readonly list: readonly Chosen[];
  readonly whole: boolean;
}

class TooMany extends Error {}

/**
 * All selections of a product: of its own choices, of all that can be chosen of its parts in each of their numbers, and
 * of what can be put in its slots.
 *
 * @returns null where they are more than `most`
 */
export function everySelection(program: Program, most: number): EverySelection | null {
  try {
    return selectionsOf(program, most);
  } catch (error) {
    if (error instanceof TooMany) return null;
    throw error;
  }
}

function selectionsOf(program: Program, most: number): EverySelection {
  let whole = true;
  let list: Chosen[] = [{ answers: {} }];
  const grow = <T>(values: readonly T[], add: (one: Chosen, value: T) => Chosen): void => {
    if (list.length * values.length > most) throw new TooMany();
    list = list.flatMap((one) => values.map((value) => add(one, value)));
  };
  for (const [index, choice] of program.product.choices.entries()) {
    if (Object.hasOwn(program.fixed, choice.key) || program.choices[index]?.asks === false) continue;
    const slot = program.kit?.slots.find((one) => one.choice === index);
    const told = slot ? { values: contentsOf(slot, most), whole: true } : answersOf(choice, program.written.rules);
    whole &&= told.whole;
    grow(told.values, (one, value) => ({ ...one, answers: { ...one.answers, [choice.key]: value } }));
  }
  for (const { key, candidates, optional, quantity } of program.kit?.components ?? []) {
    const counts = Array.from({ length: quantity.most - quantity.least + 1 }, (_, step) => quantity.least + step);
    const ways: PartSelection[] = [
      ...(optional ? [{ answers: {}, quantity: 0 }] : []),
      ...entriesOf(candidates, most).flatMap((entry) => counts.map((count) => ({ ...entry, quantity: count }))),
    ];
    grow(ways, (one, way) => ({ ...one, parts: { ...one.parts, [key]: way } }));
  }
  return { list, whole };
}

const entriesOf = (candidates: readonly CandidateProgram[], most: number): PartSelection[] =>
  candidates.flatMap(({ product, program }) => selectionsOf(program, most).list.map((own) => ({ ...own, product })));

/** All that can be in a slot; without an answer of its own a candidate is named alone. */
function contentsOf({ byOption, least, most, keepsOrder }: SlotProgram, limit: number): unknown[] {
  const entries = entriesOf(
    byOption.filter((candidate) => candidate !== null && candidate.program.blocking.length === 0) as CandidateProgram[],
    limit,
  ).map(({ answers, parts, product = '' }) =>
    Object.keys(answers).length === 0 && !parts ? product : { product, answers, quantity: 1, ...(parts && { parts }) },
  );
  const sorted = (from: number, left: number): unknown[][] =>
    left === 0
      ? [[]]
      : entries
          .slice(keepsOrder ? 0 : from)
          .flatMap((entry, place) => sorted(from + place, left - 1).map((rest) => [entry, ...rest]));
  if (entries.length ** most > limit) throw new TooMany();
  return [null, ...Array.from({ length: most - least + 1 }, (_, more) => sorted(0, least + more)).flat()];
}
