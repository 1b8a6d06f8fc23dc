import { type Analysis, NextClick, sellableRange } from '@/core/analysis';
import { wayName } from '@/core/analysis/questions/way-name';
import { compile, type Program } from '@/core/compile';
import { pricedFor } from '@/core/price-lists';
import { surroundingsOf } from '@/core/exchange';
import { Exact } from '@/core/number';
import { resolve } from '@/core/run';
import { analyseWhole } from '../support/analyse-whole';
import { Random } from '../support/generated-products';
import { anyProduct, type Made, shopOf } from './any-product';
import { answersOf } from './answers-of';
import { checkMargin } from './claims-of-margins';
import { checkStock, inTwoStocks } from './claims-of-stock';
import { type CountedClaims, countClaims, noClaims } from './counted-claims';
import { byList } from './made-otherwise';
import { nameOf } from './names';
import { shrunk } from './shrunk';
import { claim, everySold, files, groupsOf, priceOf, TODAY, type Tried, Wrong } from './tried';

/** Every claim of the analysis, and every click, beside all selections tried one by one. */

function checkAnalysis(program: Program, analysis: Analysis, sold: readonly Tried[], whole: boolean): void {
  if (analysis.faulty) return claim(sold.length === 0, 'there is nothing to analyse');
  const settled = analysis.cutShort.length === 0 && analysis.gaps.length === 0 && analysis.unsettled.length === 0;
  if (analysis.nothingSells) claim(sold.length === 0, 'nothing sells');
  const belowNothing = analysis.belowNothing !== null || analysis.lineBelowNothing !== null;
  if (sold.length === 0 && settled && whole && !belowNothing) claim(analysis.nothingSells !== null, 'something sells');
  if (analysis.nothingSells || sold.length === 0) return;
  const had = new Set(sold.flatMap((tried) => [...tried.had]));
  const keyOf = (choice: number, option: number) =>
    `${program.choices[choice]?.key}.${program.choices[choice]?.options[option]?.key}`;
  const dead = new Set([
    ...analysis.deadOptions.map(({ choice, option }) => keyOf(choice, option)),
    ...[...analysis.neverShown, ...analysis.nothingOffered].flatMap(
      (choice) => program.choices[choice]?.options.map((_, option) => keyOf(choice, option)) ?? [],
    ),
  ]);
  for (const name of dead) claim(!had.has(name), `${name} can never be chosen`);
  for (const choice of analysis.neverShown)
    claim(
      sold.every(({ resolution }) => resolution.shown[choice]?.shown === false),
      `${program.choices[choice]?.key} is never asked`,
    );
  for (const choice of analysis.nothingOffered)
    claim(
      sold.some(({ resolution }) => resolution.shown[choice]?.shown),
      `${program.choices[choice]?.key} is asked`,
    );
  if (settled && whole && !belowNothing) {
    const isThere = (choice: number, option: number) =>
      (program.kit?.slots.find((slot) => slot.choice === choice)?.byOption[option] ?? null) !== null ||
      program.product.choices[choice]?.kind !== 'slot';
    program.choices.forEach(({ options }, choice) =>
      options.forEach((_, option) =>
        // What is not in the shop is told elsewhere.
        claim(
          !isThere(choice, option) || had.has(keyOf(choice, option)) !== dead.has(keyOf(choice, option)),
          `whether ${keyOf(choice, option)} can be chosen`,
        ),
      ),
    );
  }
  const names = new Set(sold.map(({ resolution }) => nameOf(program, resolution)));
  const { selections, selectionsBetween: between } = analysis;
  if (selections !== null && whole && !belowNothing)
    claim(selections === String(names.size), `${selections} selections, not ${names.size}`);
  if (settled && whole && !belowNothing && !program.kit)
    claim(selections !== null, `how many selections there are: ${names.size}`);
  if (between && whole)
    claim(
      Number(between[0]) <= names.size && names.size <= Number(between[1]),
      `${between.join(' to ')} selections, not ${names.size}`,
    );
  const fired = (rule: number) => sold.some(({ resolution }) => resolution.rules[rule]?.fired);
  for (const rule of [...analysis.neverFire, ...analysis.endSale]) claim(!fired(rule), `rule ${rule} does not fire`);
  if (settled && whole && !belowNothing)
    (program.rules?.program.rules ?? []).forEach(({ rule: { then } }, rule) =>
      claim(
        fired(rule) ||
          then.some(({ kind }) => kind === 'refuse') ||
          analysis.neverFire.includes(rule) ||
          analysis.endSale.includes(rule),
        `rule ${rule} fires`,
      ),
    );
  checkPrices(program, analysis, sold);
  for (const { first, second, sku } of analysis.sharedSkus) {
    const [one, other] = [first, second].map(({ selection, group }) =>
      resolve(program, selection, { stock: null, today: TODAY, group, files }),
    );
    claim(
      one?.state === 'sellable' && other?.state === 'sellable' && one.item.sku === sku && other.item.sku === sku,
      `${sku} is shared`,
    );
  }
  if (settled && !analysis.skusLeftInside && analysis.sharedSkus.length === 0) {
    const skus = new Map<string, string>();
    for (const tried of sold) {
      const name = nameOf(program, tried.resolution, true);
      claim((skus.get(tried.resolution.item.sku) ?? name) === name, `${tried.resolution.item.sku} is shared`);
      skus.set(tried.resolution.item.sku, name);
    }
  }
}

function checkPrices(program: Program, { lowest, highest, gaps }: Analysis, sold: readonly Tried[]): void {
  // For everybody; for customer groups where it is only for those.
  const everybody = program.pricedFor ? sold : sold.filter(({ group }) => group === null);
  const paid = everybody.length > 0 ? everybody : sold;
  for (const [end, side] of [
    [lowest, 'lowest'],
    [highest, 'highest'],
  ] as const) {
    if (!end) continue;
    const { state, unitPrice } = resolve(program, end.selection, {
      stock: null,
      today: TODAY,
      group: end.group,
      files,
    });
    claim(
      state === 'sellable' && unitPrice?.equals(Exact.from(end.price)) === true,
      `the ${side} price ${end.price} can be paid`,
    );
    const text =
      end.coverage.kind === 'proved' ? end.price : end.coverage.kind === 'within' ? end.coverage.bound : null;
    const bound = text === null ? null : Exact.from(text);
    // A product that is only for a group has no price for everybody, which only the analysis can tell of what is typed.
    if (bound && everybody.length > 0)
      for (const tried of paid)
        claim(
          side === 'lowest' ? !priceOf(tried).isLess(bound) : !priceOf(tried).isMore(bound),
          `${priceOf(tried).toString()} is beyond the ${side} price ${bound.toString()} (${end.coverage.kind}): ${JSON.stringify(tried.answers)} × ${tried.quantity}`,
        );
  }
  // Of what is sold by a measure, lists show the price of one unit.
  if (program.product.soldBy.kind !== 'each') return;
  const range = sellableRange(program, TODAY);
  const usual = everybody.filter(({ quantity }) => quantity === program.defaultQuantity);
  if (range && !range.open && range.isProved)
    for (const tried of usual)
      claim(
        !priceOf(tried).isLess(range.from) && !priceOf(tried).isMore(range.to),
        `${priceOf(tried).toString()} is in the list’s ${range.from.toString()} to ${range.to.toString()}: ${JSON.stringify(tried.answers)}`,
      );
  if (usual.length > 0) claim(range !== null || gaps.length > 0, 'the list has a price');
}

/** What a part of a selection is, as clicks have it. */
const wayOf = ({ parts }: Tried, part: string): string => {
  const { product = '', quantity = 1 } = parts?.[part] ?? {};
  return wayName({ product }, quantity);
};

/** Whether something that can't be sold is named for a slot: it is not among all selections, hidden or not. */
const namesNothingSold = ({ kit, choices }: Program, key: string, given: unknown): boolean => {
  const slot = kit?.slots.find(({ component }) => component.key === key);
  return [keysOf(given)].flat().some((named) => {
    const option = choices[slot?.choice ?? -1]?.options.findIndex((one) => one.key === named) ?? -1;
    return slot !== undefined && (slot.byOption[option]?.program.blocking.length ?? 1) > 0;
  });
};

function checkClicks(
  program: Program,
  analysis: Analysis,
  sold: readonly Tried[],
  whole: boolean,
  random: Random,
): number {
  // A whole order line below nothing, and one text that is long enough to make up for a reduction, are found by the
  // analysis, and not followed at every click.
  const settled =
    analysis.gaps.length === 0 &&
    analysis.unsettled.length === 0 &&
    !(
      (analysis.belowNothing || analysis.lineBelowNothing) &&
      /oncePerLine|perCharacter/.test(JSON.stringify(program.product))
    );
  const next = new NextClick(program, TODAY);
  let looked = 0;
  for (let click = 0; click < 6; click += 1) {
    const group = random.of(groupsOf(program));
    const given = Object.fromEntries(
      program.product.choices.flatMap((choice): [string, unknown][] => {
        const values = answersOf(choice, program.written.rules).values.filter((value) => value !== null);
        return values.length > 0 && random.below(2) === 0 ? [[choice.key, random.of(values)]] : [];
      }),
    );
    const keys = Object.keys(given);
    const context = { stock: null, today: TODAY, group, files };
    const { shown, counted } = resolve(program, { answers: given, quantity: 1 }, context);
    // What is hidden is kept and does not count; what is refused by itself is no answer.
    if (
      keys.some(
        (key) =>
          namesNothingSold(program, key, given[key]) ||
          shown.find(({ choice }) => choice === key)?.shown === false ||
          !counted.some(({ choice }) => choice === key),
      )
    )
      continue;
    // What counts by default counts as given.
    const fixed: Record<string, unknown> = {
      ...Object.fromEntries(
        counted
          .filter(({ fromDefault }) => fromDefault)
          .map(({ choice, value, picks }) => [
            choice,
            ['slot', 'several'].includes(program.product.choices.find(({ key }) => key === choice)?.kind ?? '')
              ? picks.flatMap(({ option, quantity }) => Array.from({ length: quantity }, () => option))
              : value,
          ]),
      ),
      ...given,
    };
    if (counted.some(({ fromDefault, value }) => fromDefault && value === 'no')) continue;
    const kept = keys.at(-1) ?? null;
    const same = (a: unknown, b: unknown) => JSON.stringify(keysOf(a)) === JSON.stringify(keysOf(b));
    const agrees = (
      { answers, group: who }: Tried,
      wanted: readonly string[],
      with_: Record<string, unknown> = fixed,
    ) => who === group && wanted.every((key) => same(answers[key] ?? null, with_[key] ?? null));
    const outlook = next.look({ answers: given, quantity: 1 }, context, kept);
    looked += 1;
    const where = `${JSON.stringify(given)} for ${String(group)}`;
    const all = Object.keys(fixed);
    if (outlook.kind === 'open') {
      // For what counts by default nothing is withheld.
      const said = Object.keys(given);
      for (const [part, names] of outlook.inParts)
        for (const name of names)
          claim(
            !sold.some((tried) => wayOf(tried, part) === name && agrees(tried, all)),
            `${part} is not ${name} after ${where}`,
          );
      for (const [index, options] of outlook.impossible) {
        const key = program.choices[index]?.key ?? '';
        for (const option of options) {
          const name = `${key}.${program.choices[index]?.options[option]?.key}`;
          claim(
            !sold.some(
              (tried) =>
                tried.had.has(name) &&
                agrees(
                  tried,
                  said.filter((other) => other !== key),
                ),
            ),
            `${name} is withheld after ${where}`,
          );
        }
      }
      if (!settled || !whole) continue;
      program.choices.forEach(({ key, options }, index) =>
        options.forEach((option, place) => {
          if (outlook.impossible.get(index)?.has(place)) return;
          claim(
            sold.some(
              (tried) =>
                tried.had.has(`${key}.${option.key}`) &&
                agrees(
                  tried,
                  said.filter((other) => other !== key),
                ),
            ),
            `${key}.${option.key} is offered after ${where}`,
          );
        }),
      );
    } else if (outlook.kind === 'conflict' || outlook.kind === 'hopeless') {
      claim(!sold.some((tried) => agrees(tried, all)), `${outlook.kind} after ${where}`);
      const fewest = Math.min(
        ...sold
          .filter((tried) => tried.group === group && (kept === null || agrees(tried, [kept])))
          .map(({ answers }) => all.filter((key) => !same(answers[key] ?? null, fixed[key] ?? null)).length),
      );
      if (outlook.kind === 'hopeless')
        claim(fewest === Infinity || !settled, `nothing goes with ${kept} after ${where}`);
      else {
        claim(
          outlook.changes.length <= fewest || !settled,
          `${outlook.changes.length} changes instead of ${fewest} after ${where}`,
        );
        if (!settled || !whole) continue;
        claim(outlook.changes.length === fewest, `${outlook.changes.length} changes, not ${fewest} after ${where}`);
        if (outlook.changes.some(({ anew }) => anew !== null)) continue;
        const changed = { ...fixed, ...Object.fromEntries(outlook.changes.map(({ choice, to }) => [choice, to])) };
        claim(
          sold.some((tried) => agrees(tried, all, changed)),
          `the change ${JSON.stringify(outlook.changes.map(({ choice, to }) => [choice, to]))} after ${where}`,
        );
      }
    }
  }
  return looked;
}

/** What is picked, whatever the number of it: that is no difference to what goes together. */
function keysOf(answer: unknown): unknown {
  if (Array.isArray(answer)) return answer.map(keysOf).sort();
  if (typeof answer === 'object' && answer !== null && 'option' in answer) return answer.option;
  if (typeof answer === 'object' && answer !== null && 'product' in answer) return answer.product;
  return typeof answer === 'number' ? true : answer;
}

/** What a made product compiles to; null where it can't be sold at all, or read. */
export function programOf(made: Made): Program | null {
  try {
    const shop = shopOf(made);
    const [product] = shop.products;
    const surroundings = surroundingsOf(shop);
    const program = product && compile(product, made.list ? pricedFor(surroundings, 'trade', TODAY) : surroundings);
    return program && program.blocking.length === 0 ? program : null;
  } catch {
    return null;
  }
}

export interface Seen {
  products: number;
  sold: number;
  clicks: number;
  /** selections that sell, and could not be supplied of what there was of stock */
  short: number;
  claims: CountedClaims;
}

export const nothingSeen = (): Seen => ({
  products: 0,
  sold: 0,
  clicks: 0,
  short: 0,
  claims: noClaims(),
});

/** Tries one made product. @throws Error saying which claim is wrong */
export function tryProduct(made: Made, seed: number, seen?: Seen): void {
  const program = programOf(made);
  if (!program) return;
  const tried = everySold(program);
  if (!tried) return;
  const analysis = analyseWhole(program, TODAY, { searching: 50_000, counting: 500_000 });
  checkAnalysis(program, analysis, tried.sold, tried.whole);
  // Of single products margins have a test of their own.
  const margin = program.kit || seed % 4 === 0 ? checkMargin(program, tried.sold) : null;
  const short = checkStock(program, tried.sold, new Random(seed + 11));
  const clicks = analysis.faulty ? 0 : checkClicks(program, analysis, tried.sold, tried.whole, new Random(seed + 7));
  if (!seen) return;
  seen.products += 1;
  seen.sold += tried.sold.length > 0 ? 1 : 0;
  seen.clicks += clicks;
  seen.short += short;
  countClaims(seen.claims, analysis, margin);
}

/** Tries a made product. @throws Error with the smallest product that goes wrong, its seed, and how */
export function tryMade(asMade: Made, seed: number, seen: Seen): void {
  const made = byList(inTwoStocks(asMade, new Random(seed + 13)), new Random(seed + 17));
  try {
    tryProduct(made, seed, seen);
  } catch (error) {
    const kind = (given: unknown) => (given instanceof Wrong ? 'wrong' : 'thrown');
    const fails = (given: Made) => {
      try {
        tryProduct(given, seed);
        return false;
      } catch (other) {
        return kind(other) === kind(error);
      }
    };
    const small = shrunk(made, fails);
    let how = error;
    try {
      tryProduct(small, seed);
    } catch (last) {
      how = last;
    }
    throw new Error(
      `seed ${seed}: ${how instanceof Error ? (how instanceof Wrong ? how.message : (how.stack ?? how.message)) : String(how)}\n${JSON.stringify(small.product)}${small.sheets.length > 0 ? `\n${JSON.stringify(small.sheets)}` : ''}${small.others ? `\n${JSON.stringify(small.others)}` : ''}${small.list ? `\n${JSON.stringify(small.list)}` : ''}`,
      { cause: error },
    );
  }
}

/** Tries made products, one for each seed. @throws Error as {@link tryMade} does */
export function tryClaims(from: number, count: number, make: (seed: number) => Made = anyProduct): Seen {
  const seen = nothingSeen();
  for (let seed = from; seed < from + count; seed += 1) tryMade(make(seed), seed, seen);
  return seen;
}
