import { type Program, programWith } from '../../compile';
import { type CostOf, type Resolution, resolve } from '../../run';
import { type Selection } from '../../selection';
import { Known } from './known';
import { type Model } from './model';
import { modelOf } from './model-of';
import { type Customer } from './customer';
import { contextFor, selectionFor } from './solutions';
import { type Look } from './ways-in';

/** Of what has no places. */
const NOTHING_STANDS: Look = { standing: () => [], known: new Known() };

/** So many selections of something that stands in another are resolved one by one. */
const MOST_WAYS = 64;

/** A selection that can be sold, and what it resolves to. */
export interface Sold {
  readonly selection: Selection;
  readonly resolution: Resolution;
}

/**
 * All that can be sold of a product to a customer, where that is little enough to be gone through.
 *
 * @returns null where it is more, or something of it is typed, or stands in it
 */
export function eachSold(program: Program, { today, group }: Customer, costs?: CostOf): readonly Sold[] | null {
  // What can be chosen inside is not gone through here.
  if (program.kit || program.addOns.length > 0) return null;
  const model = modelOf(programWith(program, { pricedFor: [group] }), today, { look: NOTHING_STANDS });
  const variables = variablesOf(model);
  const isAllPicked = model.choices.every((choice) => !choice || choice.candidates.counted);
  if (!isAllPicked || waysOf(model, variables) > MOST_WAYS || hasWide(model, variables)) return null;
  const sold: Sold[] = [];
  for (const values of eachWay(model, variables)) {
    const { group: who, ...selection } = selectionFor(model, values);
    const resolution = resolve(program, selection, { ...contextFor(model, who), ofWhole: true, costs });
    if (resolution.state === 'sellable') sold.push({ selection, resolution });
  }
  return sold;
}

/** Everything that is chosen of a product, for whom, and how many of it. */
export const variablesOf = (model: Model): readonly number[] => [
  ...new Set([
    model.group,
    model.quantity,
    ...model.parts.map(({ variable }) => variable),
    ...model.choices.flatMap((choice) => choice?.variables.map(({ variable }) => variable) ?? []),
  ]),
];

/** In how many ways variables can have values together. */
export const waysOf = ({ space }: Model, variables: readonly number[]): number =>
  variables.reduce((product, variable) => product * (space.sizes[variable] ?? 1), 1);

const hasWide = (model: Model, variables: readonly number[]): boolean =>
  variables.some((variable) =>
    Array.from({ length: model.space.sizes[variable] ?? 0 }, (_, value) => model.isWide(variable, value)).includes(
      true,
    ),
  );

/** All ways in which variables can have values together, in one array that is used again. */
export function* eachWay(model: Model, variables: readonly number[]): Generator<Int32Array> {
  const { space } = model;
  const values = new Int32Array(space.sizes.length);
  const ways = waysOf(model, variables);
  for (let turn = 0; turn < ways; turn += 1) {
    let rest = turn;
    for (const variable of variables) {
      const size = space.sizes[variable] ?? 1;
      values[variable] = rest % size;
      rest = Math.floor(rest / size);
    }
    yield values;
  }
}
