import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Random } from '../../../tests/support/generated-products';
import {
  allOf,
  anyOf,
  countSolutions,
  type Formula,
  holdsFor,
  type Goal,
  minimise,
  not,
  Solver,
  Space,
  within,
} from '.';

/** Small spaces that can be tried value by value. */
const space = fc.record({
  limits: fc.option(
    fc.record({
      bits: fc.array(fc.nat(15), { minLength: 5, maxLength: 5 }),
      least: fc.integer({ min: 1, max: 3 }),
      most: fc.integer({ min: 1, max: 4 }),
    }),
  ),
  sizes: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 4 }),
  helpers: fc.array(fc.integer({ min: 2, max: 3 }), { maxLength: 1 }),
  seeds: fc.array(fc.array(fc.tuple(fc.nat(9), fc.nat(15), fc.boolean()), { minLength: 1, maxLength: 3 }), {
    maxLength: 6,
  }),
});

interface Limits {
  bits: number[];
  least: number;
  most: number;
}

function made({
  sizes,
  helpers,
  seeds,
  limits,
}: {
  sizes: number[];
  helpers: number[];
  seeds: [number, number, boolean][][];
  limits: Limits | null;
}) {
  const made = new Space();
  sizes.forEach((size) => made.variable(size));
  helpers.forEach((size) => made.helper(size));
  const total = sizes.length + helpers.length;
  const formulas = seeds.map((parts) =>
    anyOf(
      ...parts.map(([variable, bits, nested]): Formula => {
        const is = made.is(variable % total, (value) => ((bits >> value) & 1) === 1);
        return nested
          ? allOf(
              is,
              not(
                made.is((variable + 1) % total, (value) => ((bits >> value) & 1) === 0),
                made.sizes,
              ),
            )
          : is;
      }),
    ),
  );
  formulas.forEach((formula) => made.require(formula));
  if (limits)
    made.limit(
      sizes.map((_, variable) => ({ variable, isPicked: (value) => isPicked(limits, variable, value) })),
      limits.least,
      limits.most,
    );
  const right = [...every([...sizes, ...helpers])].filter(
    (values) => formulas.every((formula) => holdsFor(formula, values)) && isWithin(limits, values, sizes.length),
  );
  return { made, formulas, sizes, right, all: [...sizes, ...helpers] };
}

const isPicked = ({ bits }: Limits, variable: number, value: number) => (((bits[variable] ?? 0) >> value) & 1) === 1;

/** Whether none is picked, or as many as may be. */
function isWithin(limits: Limits | null, values: readonly number[], variables: number): boolean {
  if (!limits || (limits.least <= 1 && limits.most >= variables)) return true;
  const count = values.slice(0, variables).filter((value, variable) => isPicked(limits, variable, value)).length;
  return count === 0 || (count >= limits.least && count <= limits.most);
}

function* every(sizes: readonly number[], place = 0, values: number[] = []): Generator<number[]> {
  const size = sizes[place];
  if (size === undefined) yield [...values];
  else for (let value = 0; value < size; value += 1) yield* every(sizes, place + 1, [...values, value]);
}

/** A goal that is the sum of what each value costs by itself. */
function sumOf(costs: readonly (Float64Array | null)[], sizes: readonly number[]): Goal {
  return {
    costs,
    bound(solver) {
      let sum = 0;
      costs.forEach((list, variable) => {
        if (!list) return;
        let least = Infinity;
        for (let value = 0; value < (sizes[variable] ?? 0); value += 1)
          if ((list[value] ?? 0) < least && solver.has(variable, value)) least = list[value] ?? 0;
        sum += least;
      });
      return sum;
    },
    value: (picked) => costs.reduce((sum, list, variable) => sum + (list?.[picked[variable] ?? 0] ?? 0), 0),
    unsettled: () => costs.keys(),
  };
}

const BUDGET = () => ({ steps: 1_000_000 });

describe('spaces of variables, beside every value tried', () => {
  it('have solutions where there are some, and count them without helpers', () => {
    fc.assert(
      fc.property(space, (given) => {
        const { made: built, formulas, sizes, right } = made(given);
        const solver = new Solver(built);
        const solution = solver.solve(BUDGET(), { costs: [] });
        expect(solution !== null).toBe(right.length > 0);
        if (solution) expect(formulas.every((formula) => holdsFor(formula, solution))).toBe(true);
        expect(countSolutions(solver, BUDGET())).toBe(
          BigInt(new Set(right.map((values) => values.slice(0, sizes.length).join())).size),
        );
      }),
      { numRuns: 400 },
    );
  });

  it('say which values can be had, and what costs least', () => {
    fc.assert(
      fc.property(space, fc.array(fc.nat(20), { minLength: 30, maxLength: 30 }), (given, prices) => {
        const { made: built, right, all } = made(given);
        const solver = new Solver(built);
        const wanted = built.sizes.map((size, variable) =>
          variable < all.length ? Array.from({ length: size }, (_, value) => value) : [],
        );
        solver.possible(BUDGET(), wanted, (variable, value, can) =>
          expect(can, `${variable} ${value}`).toBe(right.some((values) => values[variable] === value)),
        );
        const costs = built.sizes.map((size, variable) =>
          Float64Array.from({ length: size }, (_, value) =>
            variable < all.length ? (prices[variable * 4 + value] ?? 0) : 0,
          ),
        );
        const least = Math.min(
          ...right.map((values) => values.reduce((sum, value, variable) => sum + (costs[variable]?.[value] ?? 0), 0)),
        );
        expect(minimise(solver, sumOf(costs, built.sizes), BUDGET())?.value ?? Infinity).toBe(least);
      }),
      { numRuns: 300 },
    );
  });

  it('prove nothing once the budget is spent, and are as they were', () => {
    const built = new Space();
    // As many pigeons as holes and one more: no search is short.
    const holes = 7;
    const pigeons = Array.from({ length: holes + 1 }, () => built.variable(holes));
    for (const one of pigeons)
      for (const other of pigeons)
        if (one < other)
          for (let hole = 0; hole < holes; hole += 1)
            built.require(
              anyOf(
                built.is(one, (value) => value !== hole),
                built.is(other, (value) => value !== hole),
              ),
            );
    const solver = new Solver(built);
    expect(within(() => solver.solve({ steps: 50 }, { costs: [] }))).toBeUndefined();
    expect(within(() => countSolutions(solver, { steps: 50 }))).toBeUndefined();
    expect(pigeons.every((pigeon) => solver.has(pigeon, 0) && solver.has(pigeon, holes - 1))).toBe(true);
    expect(within(() => solver.solve({ steps: 500_000 }, { costs: [] }))).toBeNull();
  });

  it('are stopped when that is asked', () => {
    const built = new Space();
    for (let variable = 0; variable < 3; variable += 1) built.variable(3);
    const solver = new Solver(built);
    expect(within(() => countSolutions(solver, { steps: 1023, stop: () => true }))).toBe(27n);
    expect(within(() => solver.solve({ steps: 1025, stop: () => true }, { costs: [] }))).toBeUndefined();
  });

  it('write long alternatives with a helper instead of against each other', () => {
    const built = new Space();
    const variables = Array.from({ length: 12 }, () => built.variable(2));
    const pairs = Array.from({ length: 6 }, (_, pair) =>
      allOf(
        built.is(pair * 2, (value) => value === 1),
        built.is(pair * 2 + 1, (value) => value === 1),
      ),
    );
    built.require(anyOf(...pairs));
    expect(built.clauses.length).toBeLessThan(40);
    expect(countSolutions(new Solver(built), BUDGET())).toBe(2n ** 12n - 3n ** 6n);
    expect(variables).toHaveLength(12);
  });
});

describe('what a search learns', () => {
  /** Spaces near the point where nothing fits any more: so many of the others' values are forbidden pairwise. */
  function tight(seed: number, variables: number, values: number, pairs: number): Space {
    const random = new Random(seed);
    const built = new Space();
    for (let variable = 0; variable < variables; variable += 1) built.variable(values);
    for (let pair = 0; pair < pairs; pair += 1) {
      const [one, other, value, beside] = [
        random.below(variables),
        random.below(variables),
        random.below(values),
        random.below(values),
      ];
      if (one !== other)
        built.require(
          anyOf(
            built.is(one, (is) => is !== value),
            built.is(other, (is) => is !== beside),
          ),
        );
    }
    return built;
  }

  it('decides spaces near the point where nothing fits', () => {
    const found = Array.from({ length: 24 }, (_, seed) =>
      within(() => new Solver(tight(seed + 1, 30, 4, 560)).solve({ steps: 60_000 }, { costs: [] })),
    );
    expect(found.filter((solution) => solution === undefined)).toEqual([]);
    expect([...new Set(found.map((solution) => solution !== null))].sort()).toEqual([false, true]);
  });

  it('holds for later questions, too: answers are the same as of a solver that knows nothing', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const built = tight(seed, 14, 3, 62);
      const learned = new Solver(built);
      for (let variable = 0; variable < 14; variable += 1) {
        for (let value = 0; value < 3; value += 1) {
          const fresh = new Solver(built).canBe(variable, value, BUDGET());
          expect(learned.canBe(variable, value, BUDGET()), `${seed} ${variable} ${value}`).toBe(fresh);
        }
      }
    }
  });

  it('is as it was after assumptions are taken back', () => {
    const built = tight(5, 14, 3, 50);
    const solver = new Solver(built);
    const start = solver.mark();
    const before = Array.from({ length: 42 }, (_, place) => solver.has(Math.floor(place / 3), place % 3));
    for (let variable = 0; variable < 14; variable += 1) if (!solver.only(variable, variable % 3)) break;
    solver.undo(start);
    expect(Array.from({ length: 42 }, (_, place) => solver.has(Math.floor(place / 3), place % 3))).toEqual(before);
  });
});

describe('a least and a most of several', () => {
  it('are kept with what else must hold, and few steps find all that is possible', () => {
    const built = new Space();
    const variables = Array.from({ length: 120 }, () => built.variable(2));
    built.limit(
      variables.map((variable) => ({ variable, isPicked: (value) => value === 1 })),
      3,
      5,
    );
    built.require(
      anyOf(
        built.is(0, (value) => value === 0),
        built.is(1, (value) => value === 0),
      ),
    );
    const solver = new Solver(built);
    let possible = 0;
    solver.possible(
      { steps: 5000 },
      variables.map(() => [1]),
      (_, __, can) => (possible += can ? 1 : 0),
    );
    expect(possible).toBe(120);
    for (let picked = 0; picked < 5; picked += 1) expect(solver.only(picked * 2 + 2, 1)).toBe(true);
    // Five are picked: none of the others can be any more.
    expect(solver.has(0, 1)).toBe(false);
  });
});
