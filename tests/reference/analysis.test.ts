import Logic, { type Solver } from 'logic-solver';
import { describe, expect, it } from 'vitest';
import { type Analysis, NextClick } from '@/core/analysis';
import { type Product } from '@/core/catalog';
import { compile, inNumbers, type Program, programWith } from '@/core/compile';
import { ANY_QUANTITY, orderable } from '@/core/ordering';
import { type Resolution, resolve } from '@/core/run';
import { analyseWhole } from '../support/analyse-whole';
import { largeProduct, smallProduct } from '../support/generated-products';
import { mostOf } from '../support/most-of';
import { catalogOf } from '../support/surroundings';

/** What the analysis proves, beside trying every selection one by one, and beside a SAT solver. */
const TODAY = '2026-11-25';
const context = { stock: null, today: TODAY };

const isSold = ({ state }: Resolution) => state === 'sellable';

/** Every answer that a choice can have. */
function answersOf(choice: Product['choices'][number]): unknown[] {
  switch (choice.kind) {
    case 'list':
      return [null, ...choice.options.map(({ key }) => key)];
    case 'several':
      return choice.options.reduce<string[][]>(
        (subsets, { key }) => [...subsets, ...subsets.map((subset) => [...subset, key])],
        [[]],
      );
    case 'yesNo':
      return [null, false, true];
    default:
      return [null];
  }
}

/** All selections of a product, resolved. */
function* everySelection(program: Program): Generator<{ answers: Record<string, unknown>; resolution: Resolution }> {
  const lists = program.product.choices.map((choice) =>
    answersOf(choice).map((answer) => [choice.key, answer] as const),
  );
  const most = mostOf(program);
  function* visit(place: number, answers: Record<string, unknown>): Generator<Record<string, unknown>> {
    const list = lists[place];
    if (!list) yield answers;
    else for (const [key, answer] of list) yield* visit(place + 1, { ...answers, [key]: answer });
  }
  for (const answers of visit(0, {}))
    for (let quantity = 1; quantity <= most; quantity += 1)
      yield { answers, resolution: resolve(program, { answers, quantity }, context) };
}

const namesOf = (program: Program, { deadOptions, neverShown, nothingOffered }: Analysis): string[] => [
  ...deadOptions.map(
    ({ choice, option }) => `${program.choices[choice]?.key}.${program.choices[choice]?.options[option]?.key}`,
  ),
  ...[...neverShown, ...nothingOffered].flatMap(
    (choice) => program.choices[choice]?.options.map(({ key }) => `${program.choices[choice]?.key}.${key}`) ?? [],
  ),
];

describe('the analysis of small products, beside every selection tried one by one', () => {
  it('agrees on count, options, rules, prices and SKUs of 250 generated products', { timeout: 60_000 }, () => {
    let alive = 0;
    for (let seed = 1; seed <= 250; seed += 1) {
      const product = smallProduct(seed);
      const program = compile(product, catalogOf([product]));
      expect(program.blocking, `seed ${seed}`).toEqual([]);
      const items = new Map<string, string>();
      const had = new Set<string>();
      const fired = new Set<number>();
      let [lowest, highest] = [Infinity, -Infinity];
      for (const { resolution } of everySelection(program)) {
        if (!isSold(resolution)) continue;
        // Leaving a question alone is saying no.
        items.set(
          resolution.counted
            .filter(({ value }) => value !== 'no')
            .map(({ choice, value }) => `${choice}=${value}`)
            .join('&'),
          resolution.item.sku,
        );
        for (const { choice, value } of resolution.counted)
          for (const option of value.split('+')) had.add(`${choice}.${option}`);
        resolution.rules.forEach((rule, index) => rule.fired && fired.add(index));
        const price = resolution.unitPrice?.toApproximateNumber() ?? NaN;
        lowest = Math.min(lowest, price);
        highest = Math.max(highest, price);
      }
      const analysis = analyseWhole(program, TODAY);
      expect(analysis.cutShort, `seed ${seed}`).toEqual([]);
      expect(analysis.selections, `seed ${seed}`).toBe(String(items.size));
      if (items.size === 0) {
        expect(analysis.nothingSells).not.toBeNull();
        continue;
      }
      alive += 1;
      const never = program.choices
        .flatMap(({ key, options }) => options.map((option) => `${key}.${option.key}`))
        .filter((name) => !had.has(name));
      expect(namesOf(program, analysis).sort(), `seed ${seed}`).toEqual(never.sort());
      expect(Number(analysis.lowest?.price), `seed ${seed}`).toBe(lowest);
      expect(Number(analysis.highest?.price), `seed ${seed}`).toBe(highest);
      for (const rule of [...analysis.neverFire, ...analysis.endSale])
        expect(fired.has(rule), `seed ${seed}`).toBe(false);
      program.rules?.program.rules.forEach(({ rule }, index) => {
        if (!fired.has(index) && rule.then[0]?.kind !== 'refuse')
          expect([...analysis.neverFire, ...analysis.endSale], `seed ${seed}`).toContain(index);
      });
      expect(analysis.sharedSkus.length > 0, `seed ${seed}`).toBe(new Set(items.values()).size < items.size);
    }
    expect(alive).toBeGreaterThan(125);
  });

  it(
    'agrees on what the next click leaves open, and on the smallest change, of 80 products',
    { timeout: 60_000 },
    () => {
      const seen = { open: 0, conflict: 0 };
      for (let seed = 1; seed <= 80; seed += 1) {
        const product = { ...smallProduct(seed), quantity: ANY_QUANTITY };
        const program = compile(product, catalogOf([product]));
        const next = new NextClick(program, TODAY);
        // Quantity is left open by the next click, so all that a rule tells apart are tried.
        const single = programWith(program, { quantities: inNumbers(orderable({ ...ANY_QUANTITY, maximum: 1 })) });
        const sold = [1, 2, 3, 4].flatMap((quantity) =>
          [...everySelection(single)].flatMap(({ answers }) => {
            const resolution = resolve(program, { answers, quantity }, context);
            // What is hidden is kept, but is not had.
            return isSold(resolution)
              ? [{ answers, had: new Set(resolution.counted.map(({ choice, value }) => `${choice}.${value}`)) }]
              : [];
          }),
        );
        const choices = program.product.choices.filter((choice) => choice.kind === 'list');
        const agrees = (a: Record<string, unknown>, b: Record<string, unknown>, keys: readonly string[]) =>
          keys.every((key) => a[key] === b[key]);
        for (let pick = 0; pick < 12; pick += 1) {
          const given = Object.fromEntries(
            choices
              .filter((_, place) => (pick >> place) % 2 === 0)
              .map((choice, place) => [choice.key, choice.options[(pick + place + seed) % choice.options.length]?.key]),
          );
          const keys = Object.keys(given);
          const resolution = resolve(program, { answers: given, quantity: 1 }, context);
          if (resolution.shown.some(({ choice, shown }) => !shown && keys.includes(choice))) continue;
          const kept = keys.at(-1) ?? null;
          const outlook = next.look({ answers: given, quantity: 1 }, context, kept);
          if (sold.some(({ answers }) => agrees(answers, given, keys))) {
            if (outlook.kind !== 'open') throw new Error(`seed ${seed}: ${outlook.kind}`);
            seen.open += 1;
            for (const choice of choices) {
              const others = keys.filter((key) => key !== choice.key);
              choice.options.forEach(({ key }, option) => {
                const can = sold.some(
                  ({ answers, had }) => had.has(`${choice.key}.${key}`) && agrees(answers, given, others),
                );
                expect(
                  outlook.impossible.get(program.indexOf.get(choice.key) ?? -1)?.has(option) ?? false,
                  `seed ${seed} ${choice.key} ${key}`,
                ).toBe(!can);
              });
            }
            continue;
          }
          const fewest = Math.min(
            ...sold
              .filter(({ answers }) => kept === null || answers[kept] === given[kept])
              .map(({ answers }) => keys.filter((key) => answers[key] !== given[key]).length),
          );
          if (fewest === Infinity) expect(outlook.kind, `seed ${seed}`).toBe('hopeless');
          else {
            if (outlook.kind !== 'conflict') throw new Error(`seed ${seed}: ${outlook.kind}`);
            seen.conflict += 1;
            expect(outlook.changes.length, `seed ${seed}`).toBe(fewest);
            const changed = { ...given, ...Object.fromEntries(outlook.changes.map(({ choice, to }) => [choice, to])) };
            expect(
              sold.some(({ answers }) => agrees(answers, changed, keys)),
              `seed ${seed}`,
            ).toBe(true);
          }
        }
      }
      expect(seen.open).toBeGreaterThan(100);
      expect(seen.conflict).toBeGreaterThan(25);
    },
  );
});

/** The rules of a large generated product for a SAT solver: one variable an option, exactly one of each choice. */
function satOf(product: Product): Solver {
  const solver = new Logic.Solver();
  for (const choice of product.choices)
    if (choice.kind === 'list')
      solver.require(Logic.exactlyOne(...choice.options.map(({ key }) => `${choice.key}.${key}`)));
  for (const { when, then } of product.rules) {
    const tests = when === null ? [] : 'of' in when ? when.of : [when];
    const holds = Logic.and(
      ...tests.map((test) =>
        test.kind === 'option' ? Logic.or(...test.options.map((key) => `${test.choice}.${key}`)) : Logic.TRUE,
      ),
    );
    for (const effect of then) {
      if (effect.kind === 'refuse') solver.require(Logic.not(holds));
      if (effect.kind === 'withhold')
        for (const key of effect.options) solver.require(Logic.implies(holds, Logic.not(`${effect.choice}.${key}`)));
      if (effect.kind === 'offer')
        solver.require(Logic.implies(holds, Logic.or(...effect.options.map((key) => `${effect.choice}.${key}`))));
    }
  }
  return solver;
}

describe('large generated products, beside a SAT solver', () => {
  it.each([
    [1, { choices: 40, options: 8, rules: 200, neighbours: 5, near: 0.9, named: 3 }],
    [2, { choices: 30, options: 4, rules: 90, neighbours: 5, near: 0.9, named: 2 }],
    [3, { choices: 20, options: 3, rules: 130, neighbours: 5, near: 0.8, named: 2 }],
    [4, { choices: 15, options: 3, rules: 45, neighbours: 5, near: 0.7, named: 2 }],
    [5, { choices: 60, options: 4, rules: 200, neighbours: 5, near: 0.9, named: 2 }],
  ])('number %i: satisfiable, dead options and next clicks agree', { timeout: 60_000 }, (seed, size) => {
    const product = largeProduct(seed, size);
    const program = compile(product, catalogOf([product]));
    const sat = satOf(product);
    const analysis = analyseWhole(program, TODAY, { searching: 200_000, counting: 0 });
    expect(analysis.nothingSells !== null).toBe(sat.solve() === null);
    if (analysis.nothingSells) return;
    const dead = product.choices.flatMap((choice) =>
      choice.kind === 'list'
        ? choice.options.flatMap(({ key }) =>
            sat.solveAssuming(`${choice.key}.${key}`) ? [] : [`${choice.key}.${key}`],
          )
        : [],
    );
    expect(namesOf(program, analysis).sort()).toEqual(dead.sort());

    const next = new NextClick(program, TODAY);
    // Clicks that each lead on: the first option that is still possible of every third choice.
    const given: Record<string, string> = {};
    for (let place = 0; place < product.choices.length; place += 3) {
      const outlook = next.look({ answers: given, quantity: 1 }, context, null);
      if (outlook.kind !== 'open') throw new Error(outlook.kind);
      for (const [index, choice] of product.choices.entries()) {
        if (choice.kind !== 'list') continue;
        const others = Object.entries(given)
          .filter(([key]) => key !== choice.key)
          .map(([key, option]) => `${key}.${option}`);
        choice.options.forEach(({ key }, option) => {
          const can = sat.solveAssuming(Logic.and(...others, `${choice.key}.${key}`)) !== null;
          expect(outlook.impossible.get(index)?.has(option) ?? false, `${choice.key}.${key} after ${place}`).toBe(!can);
        });
      }
      const choice = product.choices[place];
      const open =
        choice?.kind === 'list'
          ? choice.options.find((_, option) => !outlook.impossible.get(place)?.has(option))
          : undefined;
      if (choice && open) given[choice.key] = open.key;
    }
  });
});
