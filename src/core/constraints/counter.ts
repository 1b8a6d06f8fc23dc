import { type Formula, type ValueSet, valuesWhere } from './formula';
import { type Space } from './space';

/** Either none of some variables is picked, or from a least to a most of them are: picked is one of some values. */
export interface Counter {
  readonly variables: readonly number[];
  /** by place, the values that count as picked, and those that don't */
  readonly picked: readonly ValueSet[];
  readonly unpicked: readonly ValueSet[];
  readonly least: number;
  readonly most: number;
}

/** Makes a counter of the values that count as picked. */
export function counterOf(
  sizes: readonly number[],
  members: readonly { readonly variable: number; readonly isPicked: (value: number) => boolean }[],
  least: number,
  most: number,
): Counter {
  return {
    variables: members.map(({ variable }) => variable),
    picked: members.map(({ variable, isPicked }) => valuesWhere(sizes[variable] ?? 0, isPicked)),
    unpicked: members.map(({ variable, isPicked }) => valuesWhere(sizes[variable] ?? 0, (value) => !isPicked(value))),
    least,
    most,
  };
}

/** Writes a counter out as clauses, for who knows only those: counted along its variables by helpers. */
export function spellOut(space: Space, { variables, picked, unpicked, least, most }: Counter): void {
  // Beyond the most it makes no difference how many there are.
  const states = Math.min(most, variables.length) + 2;
  let before: number | null = null;
  variables.forEach((variable, place) => {
    const is = (values: ValueSet | undefined): Formula => ({
      kind: 'is',
      variable,
      values: values ?? new Uint32Array(),
    });
    const after = space.helper(states);
    for (let count = 0; count < (before === null ? 1 : states); count += 1) {
      const elsewhere: Formula =
        before === null ? { kind: 'any', of: [] } : space.is(before, (value) => value !== count);
      space.require({ kind: 'any', of: [elsewhere, is(picked[place]), space.is(after, (value) => value === count)] });
      space.require({
        kind: 'any',
        of: [elsewhere, is(unpicked[place]), space.is(after, (value) => value === Math.min(count + 1, states - 1))],
      });
    }
    before = after;
  });
  if (before !== null) space.require(space.is(before, (count) => count === 0 || (count >= least && count <= most)));
}
