/** Some values of one variable, as bits in words of 32. */
export type ValueSet = Uint32Array;

/** What can hold of variables with finitely many values: that one has some of its values, all of several, or any. */
export type Formula =
  | { readonly kind: 'is'; readonly variable: number; readonly values: ValueSet }
  | { readonly kind: 'all' | 'any'; readonly of: readonly Formula[] };

export const ALWAYS: Formula = { kind: 'all', of: [] };
export const NEVER: Formula = { kind: 'any', of: [] };

export const allOf = (...of: readonly Formula[]): Formula =>
  of.length === 1 ? (of[0] ?? ALWAYS) : { kind: 'all', of };
export const anyOf = (...of: readonly Formula[]): Formula => (of.length === 1 ? (of[0] ?? NEVER) : { kind: 'any', of });

/** The words that so many values take. */
export const wordsFor = (size: number): number => Math.max(1, Math.ceil(size / 32));

/** The values that a test holds for. */
export function valuesWhere(size: number, test: (value: number) => boolean): ValueSet {
  const set = new Uint32Array(wordsFor(size));
  for (let value = 0; value < size; value += 1)
    if (test(value)) set[value >>> 5] = (set[value >>> 5] ?? 0) | (1 << (value & 31));
  return set;
}

export const hasValue = (set: ValueSet, value: number): boolean =>
  (((set[value >>> 5] ?? 0) >>> (value & 31)) & 1) === 1;

export const isEmptySet = (set: ValueSet): boolean => set.every((word) => word === 0);

/** The opposite of a formula. @param sizes how many values each variable has */
export function not(formula: Formula, sizes: readonly number[]): Formula {
  if (formula.kind === 'is') {
    const { variable, values } = formula;
    return { kind: 'is', variable, values: valuesWhere(sizes[variable] ?? 0, (value) => !hasValue(values, value)) };
  }
  return { kind: formula.kind === 'all' ? 'any' : 'all', of: formula.of.map((part) => not(part, sizes)) };
}

/** Whether a formula holds when every variable has a value. */
export function holdsFor(formula: Formula, values: ArrayLike<number>): boolean {
  if (formula.kind === 'is') return hasValue(formula.values, values[formula.variable] ?? 0);
  return formula.kind === 'all'
    ? formula.of.every((part) => holdsFor(part, values))
    : formula.of.some((part) => holdsFor(part, values));
}

/** The variables that a formula looks at. */
export function variablesOf(formula: Formula, found = new Set<number>()): Set<number> {
  if (formula.kind === 'is') found.add(formula.variable);
  else for (const part of formula.of) variablesOf(part, found);
  return found;
}
