import { type CatalogSurroundings, type Product, type Proof } from '../../core/catalog';
import { compile, type Program } from '../../core/compile';
import { resolutionJson, type ResolutionJson } from '../../core/exchange';
import { changedAmounts, type ProofOutcome, prove } from '../../core/judge';
import { type Path } from '../../core/problems';
import { changedAmountWords, faultWords, priceWords } from '../../core/words';

/** A proof that holds before a change and no longer after it, with both workings. */
export interface BrokenProof {
  readonly title: string;
  readonly differences: ProofOutcome['differences'];
  /** the working as it was kept */
  readonly kept: Pick<Proof, 'working' | 'quantity'> & Pick<Proof['expects'], 'unitPrice' | 'lineTotal'>;
  readonly now: Pick<ResolutionJson, 'working' | 'unitPrice' | 'lineTotal' | 'quantity' | 'currency'>;
}

/** What a change does to one product: prices in words, and what is to be mended after it or no longer. */
export interface Comparison {
  readonly priceBefore: string | null;
  readonly priceAfter: string | null;
  /** what options, variants, rates, rules and formulas add otherwise, in sentences */
  readonly amounts: readonly string[];
  readonly stops: readonly string[];
  readonly mends: readonly string[];
  readonly breaks: readonly BrokenProof[];
}

/** A product with what it refers to, at one side of a change. */
export interface Side {
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
}

/** A product at both sides of a change. */
export interface Sides {
  readonly before: Side;
  readonly after: Side;
}

/**
 * What keeps a product from being sold, told apart by place and kind; the same place has the same name on both sides.
 */
function blockingOf({ blocking, product }: Program): ReadonlyMap<string, string> {
  const named: Readonly<Record<string, readonly { readonly key: string }[]>> = {
    choices: product.choices,
    formulas: product.formulas,
    rates: product.rates,
    rules: product.rules,
    tables: product.tables,
  };
  const nameOf = (path: Path) =>
    path.map((step, place) => (typeof step === 'number' ? (named[path[place - 1] ?? '']?.[step]?.key ?? step) : step));
  return new Map(blocking.map(({ path, code, data }) => [[...nameOf(path), code].join(' '), faultWords(data)]));
}

/** What is wrong on one side only, each sentence once. */
const onlyIn = (one: ReadonlyMap<string, string>, other: ReadonlyMap<string, string>) => [
  ...new Set([...one].flatMap(([name, words]) => (other.has(name) ? [] : words))),
];

/** Writes a proof that no longer holds for a page. */
export function brokenProof({ proof, differences, resolution }: ProofOutcome): BrokenProof {
  const { working, unitPrice, lineTotal, quantity, currency } = resolutionJson(resolution);
  return {
    title: proof.title,
    differences,
    kept: {
      working: proof.working,
      quantity: proof.quantity,
      unitPrice: proof.expects.unitPrice,
      lineTotal: proof.expects.lineTotal,
    },
    now: { working, unitPrice, lineTotal, quantity, currency },
  };
}

const hasSlots = ({ kit }: Program): boolean => (kit?.slots.length ?? 0) > 0;

/** What keeps a product from being sold that did not before. */
function stopsBetween(former: Program, next: Program, today: string): string[] {
  const [had, has] = [blockingOf(former), blockingOf(next)];
  // Of a build, what no longer fits leaves nothing to be sold, though nothing is wrong with it by itself.
  const isEmptied =
    hasSlots(next) && had.size === has.size && priceWords(next, today) === null && priceWords(former, today) !== null;
  return isEmptied ? [faultWords({ code: 'nothingSells', without: [] })] : onlyIn(has, had);
}

/**
 * Whether a change stops a product from being sold: what {@link compareSides} says of it, without working out what it
 * says beside.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 */
export function isStopped({ before, after }: Sides, today: string): boolean {
  const next = compile(after.product, after.surroundings);
  // What is right afterwards need not be looked at beforehand.
  if (next.blocking.length === 0 && !hasSlots(next)) return false;
  return stopsBetween(compile(before.product, before.surroundings), next, today).length > 0;
}

/**
 * Compares a product before and after a change. Sides that are the same are compiled once.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 */
export function compareSides(before: Side, after: Side, today: string): Comparison {
  const former = compile(before.product, before.surroundings);
  const same = before.product === after.product && before.surroundings === after.surroundings;
  const next = same ? former : compile(after.product, after.surroundings);
  const held = new Set(
    prove(former, before.product.proofs, today).flatMap(({ proof, holds }) => (holds ? [proof.key] : [])),
  );
  return {
    priceBefore: priceWords(former, today),
    priceAfter: priceWords(next, today),
    amounts: same ? [] : changedAmounts(former, next, today).map((change) => changedAmountWords(change, next.currency)),
    stops: stopsBetween(former, next, today),
    mends: onlyIn(blockingOf(former), blockingOf(next)),
    breaks: same
      ? []
      : prove(next, after.product.proofs, today).flatMap((outcome) =>
          !outcome.holds && held.has(outcome.proof.key) ? [brokenProof(outcome)] : [],
        ),
  };
}
