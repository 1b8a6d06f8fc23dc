import loadHighs from 'highs';
import Logic, { type Solver } from 'logic-solver';
import { describe, expect, it } from 'vitest';
import { NextClick } from '@/core/analysis';
import { type Program } from '@/core/compile';
import { resolve } from '@/core/run';
import { analyseWhole } from '../support/analyse-whole';
import {
  fitsBy,
  type GeneratedBuild,
  generatedBuild,
  pricesOf,
  programOfBuild,
  slugOf,
} from '../support/generated-build';
import { Random } from '../support/generated-products';

/**
 * What fits together in builds, how many there are and what they cost at least and at most, and what no click leads out
 * of: beside a SAT solver, beside a MILP solver and beside every build tried.
 */
const TODAY = '2026-11-26';
const CONTEXT = { stock: null, today: TODAY };

/** The names of the candidates, by slot. */
const candidatesOf = ({ measures }: GeneratedBuild): string[][] =>
  measures.map((slot, place) => slot.map((_, candidate) => slugOf(place, candidate)));

/** Every two candidates that a sentence keeps apart. */
const apartIn = ({ measures, fits }: GeneratedBuild): (readonly [string, string])[] =>
  fits.flatMap(({ one, other, property, compare }) =>
    (measures[one] ?? []).flatMap((left, a) =>
      (measures[other] ?? []).flatMap((right, b) =>
        fitsBy(compare, left[property] ?? 0, right[property] ?? 0) ? [] : [[slugOf(one, a), slugOf(other, b)] as const],
      ),
    ),
  );

/**
 * The same build as clauses: one candidate in each slot, and no pair that does not fit. Library: logic-solver, on
 * MiniSat.
 */
function asClauses(build: GeneratedBuild): Solver {
  const solver = new Logic.Solver();
  for (const slot of candidatesOf(build)) solver.require(Logic.exactlyOne(...slot));
  for (const [one, other] of apartIn(build)) solver.require(Logic.or(`-${one}`, `-${other}`));
  return solver;
}

/** How many solutions clauses have: each that is found is forbidden, until there is none. */
function countOf(solver: Solver): number {
  for (let count = 0; ; count += 1) {
    const solution = solver.solve();
    if (!solution) return count;
    solver.require(Logic.or(...solution.getTrueVars().map((name) => `-${name}`)));
  }
}

/** The same build as a linear program in the format of the solver: the least, or the most, that one costs. */
function asProgram(build: GeneratedBuild, goal: 'Minimize' | 'Maximize'): string {
  const candidates = candidatesOf(build);
  const prices = pricesOf(build);
  const cost = candidates.flatMap((slot, place) => slot.map((name, one) => `${prices[place]?.[one]} ${name}`));
  const oneEach = candidates.map((slot) => `${slot.join(' + ')} = 1`);
  const apart = apartIn(build).map(([one, other]) => `${one} + ${other} <= 1`);
  return `${goal}\n ${cost.join(' + ')}\nSubject To\n${[...oneEach, ...apart].join('\n')}\nBinary\n ${candidates.flat().join(' ')}\nEnd`;
}

const can = (solver: Solver, ...picked: readonly string[]) => solver.solveAssuming(Logic.and(...picked)) !== null;

/** All builds that are sold, each as the place of its candidate in every slot. */
function everySold(program: Program, { measures }: GeneratedBuild): number[][] {
  const all = measures.reduce<number[][]>(
    (lists, slot) => lists.flatMap((list) => slot.map((_, candidate) => [...list, candidate])),
    [[]],
  );
  return all.filter(
    (picked) =>
      resolve(
        program,
        { answers: Object.fromEntries(picked.map((candidate, slot) => [`slot${slot}`, [slugOf(slot, candidate)]])) },
        CONTEXT,
      ).state === 'sellable',
  );
}

describe('what fits in generated builds', () => {
  it(
    'is what a SAT solver finds, and what trying every build gives: candidates, count and prices',
    { timeout: 60_000 },
    () => {
      let sellable = 0;
      for (let seed = 1; seed <= 20; seed += 1) {
        const build = generatedBuild(seed, 4, 4, 4);
        const program = programOfBuild(build);
        const [sold, solver, analysis] = [everySold(program, build), asClauses(build), analyseWhole(program, TODAY)];
        expect(analysis.nothingSells !== null, `seed ${seed}`).toBe(sold.length === 0);
        if (sold.length === 0) continue;
        sellable += 1;
        expect(analysis.selections, `seed ${seed}`).toBe(String(sold.length));
        const dead = new Set(analysis.deadOptions.map(({ choice, option }) => slugOf(choice, option)));
        build.measures.forEach((slot, place) =>
          slot.forEach((_, candidate) => {
            const name = slugOf(place, candidate);
            expect([name, can(solver, name)], `seed ${seed}`).toEqual([
              name,
              sold.some((picked) => picked[place] === candidate),
            ]);
            expect([name, !dead.has(name)], `seed ${seed}`).toEqual([name, can(solver, name)]);
          }),
        );
        expect([analysis.lowest?.coverage.kind, analysis.highest?.coverage.kind]).toEqual(['proved', 'proved']);
      }
      expect(sellable).toBeGreaterThan(10);
    },
  );

  it(
    'are as many as a SAT solver finds, and cost what a MILP solver says at least and at most: a hundred builds',
    { timeout: 120_000 },
    async () => {
      // Libraries: logic-solver, on MiniSat; HiGHS.
      const highs = await loadHighs();
      let [sellable, most] = [0, 0];
      for (let seed = 101; seed <= 200; seed += 1) {
        const build = generatedBuild(seed, 4, 5, 6);
        const { nothingSells, selections, lowest, highest } = analyseWhole(programOfBuild(build), TODAY);
        const count = countOf(asClauses(build));
        expect(nothingSells ? '0' : selections, `seed ${seed}`).toBe(String(count));
        if (count === 0) continue;
        sellable += 1;
        most = Math.max(most, count);
        const [least, dearest] = (['Minimize', 'Maximize'] as const).map((goal) =>
          Math.round(highs.solve(asProgram(build, goal)).ObjectiveValue),
        );
        expect(
          [lowest, highest].map((end) => [end?.price, end?.coverage.kind]),
          `seed ${seed}`,
        ).toEqual([
          [`${least}.00`, 'proved'],
          [`${dearest}.00`, 'proved'],
        ]);
      }
      expect([sellable > 50, most > 100]).toEqual([true, true]);
    },
  );

  it(
    'is withheld after every click exactly where a SAT solver finds no way on, in builds of 8 slots of 12',
    { timeout: 60_000 },
    () => {
      let [open, conflicts] = [0, 0];
      for (let seed = 1; seed <= 8; seed += 1) {
        const build = generatedBuild(seed, 8, 12, 12);
        const solver = asClauses(build);
        if (solver.solve() === null) continue;
        const next = new NextClick(programOfBuild(build), TODAY);
        const random = new Random(seed);
        let picked: Record<string, number> = {};
        for (let click = 0; click < 12; click += 1) {
          const slot = random.below(8);
          const tried: Record<string, number> = { ...picked, [slot]: random.below(12) };
          const names = Object.entries(tried).map(([place, candidate]) => slugOf(Number(place), candidate));
          const outlook = next.look(
            {
              answers: Object.fromEntries(
                Object.entries(tried).map(([place, candidate]) => [`slot${place}`, [slugOf(Number(place), candidate)]]),
              ),
              quantity: 1,
            },
            CONTEXT,
            `slot${slot}`,
          );
          const goes = can(solver, ...names);
          expect(outlook.kind === 'open', `seed ${seed}, ${names.join()}`).toBe(goes);
          if (outlook.kind === 'open') {
            open += 1;
            picked = tried;
            build.measures.forEach((candidates, place) =>
              candidates.forEach((_, candidate) => {
                const others = Object.entries(tried).flatMap(([other, own]) =>
                  Number(other) === place ? [] : [slugOf(Number(other), own)],
                );
                expect([slugOf(place, candidate), outlook.impossible.get(place)?.has(candidate) ?? false]).toEqual([
                  slugOf(place, candidate),
                  !can(solver, ...others, slugOf(place, candidate)),
                ]);
              }),
            );
          } else if (outlook.kind === 'conflict') {
            conflicts += 1;
            // What it advises goes, and no smaller set of changes does.
            const changed = new Set(outlook.changes.map(({ choice }) => Number(choice.slice(4))));
            const kept = Object.entries(tried).flatMap(([place, candidate]) =>
              changed.has(Number(place)) ? [] : [slugOf(Number(place), candidate)],
            );
            expect(can(solver, ...kept)).toBe(true);
            for (const spared of changed) expect(can(solver, ...kept, slugOf(spared, tried[spared] ?? 0))).toBe(false);
          }
        }
      }
      expect([open > 20, conflicts > 20]).toEqual([true, true]);
    },
  );
});
