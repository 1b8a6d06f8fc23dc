import { Exact } from '../number';

/** What one row costs, and which option it has of each choice. */
export interface PricedRow {
  readonly options: readonly number[];
  readonly price: Exact;
}

/** Prices as a base price and what options add. */
export interface FoundAmounts {
  readonly base: Exact;
  /** what each option of each choice adds: none less than nothing */
  readonly amounts: readonly (readonly Exact[])[];
  /** base prices of the rows that cost something else than that, by their place */
  readonly own: ReadonlyMap<number, Exact>;
}

const ZERO = Exact.of(0);

/** What is there most often, and how often: what is preferred where nothing else is there more, else the first. */
function mostOften(
  values: Iterable<Exact>,
  preferred: Exact | null = null,
): { readonly value: Exact; readonly count: number } | null {
  const counts = new Map<string, { value: Exact; count: number }>();
  if (preferred) counts.set(preferred.toString(), { value: preferred, count: 0 });
  for (const value of values) {
    const key = value.toString();
    const known = counts.get(key);
    if (known) known.count += 1;
    else counts.set(key, { value, count: 1 });
  }
  let best: { value: Exact; count: number } | null = null;
  for (const each of counts.values()) if (!best || each.count > best.count) best = each;
  return best;
}

/** Options that rows tell one from another: each of them so much more than the first. */
interface Linked {
  /** what each option costs more than the first one that it is linked to */
  readonly more: Exact[];
  /** the first option that each is linked to */
  readonly first: number[];
}

interface Edge {
  readonly from: number;
  readonly to: number;
  readonly more: Exact;
  readonly count: number;
}

/** How much more one option costs than another, by rows that differ in nothing else: what most of them say. */
function edgesOf(rows: readonly PricedRow[], choice: number): Edge[] {
  const alike = new Map<string, PricedRow>();
  const told = new Map<string, { readonly from: number; readonly to: number; readonly more: Exact[] }>();
  for (const row of rows) {
    const rest = row.options.map((option, place) => (place === choice ? '' : option)).join(',');
    const first = alike.get(rest);
    if (!first) {
      alike.set(rest, row);
      continue;
    }
    const [from = 0, to = 0] = [first.options[choice], row.options[choice]];
    const key = `${from},${to}`;
    const known = told.get(key) ?? { from, to, more: [] };
    known.more.push(row.price.minus(first.price));
    told.set(key, known);
  }
  const edges = [...told.values()].flatMap(({ from, to, more }): Edge[] => {
    const most = mostOften(more);
    return most ? [{ from, to, more: most.value, count: most.count }] : [];
  });
  return edges.sort((a, b) => b.count - a.count);
}

function linkedOf(rows: readonly PricedRow[], choice: number, count: number): Linked {
  const more = Array.from({ length: count }, () => ZERO);
  const first = Array.from({ length: count }, (_, option) => option);
  const members = first.map((option) => [option]);
  for (const { from, to, more: step } of edgesOf(rows, choice)) {
    const [keeps = 0, goes = 0] = [first[from], first[to]];
    if (keeps === goes) continue;
    const shift = (more[from] ?? ZERO).plus(step).minus(more[to] ?? ZERO);
    for (const option of members[goes] ?? []) {
      more[option] = (more[option] ?? ZERO).plus(shift);
      first[option] = keeps;
      members[keeps]?.push(option);
    }
    members[goes] = [];
  }
  return { more, first };
}

/** A row with those parts of its price that are not known yet, each a group of linked options. */
interface Open {
  readonly rest: Exact;
  readonly groups: readonly string[];
}

/**
 * What groups of linked options cost, where no two rows tell it by themselves: as rows say in which all else is known.
 * The first group of each choice costs nothing more.
 */
function offsetsOf(rows: readonly PricedRow[], linked: readonly Linked[]) {
  const open = rows.map(({ options, price }): Open => {
    const mores = options.map((option, choice) => linked[choice]?.more[option] ?? ZERO);
    return {
      rest: mores.reduce((sum, more) => sum.minus(more), price),
      groups: options.map((option, choice) => `${choice}:${linked[choice]?.first[option] ?? 0}`),
    };
  });
  const [start] = open;
  const known = new Map<string, Exact>((start?.groups ?? []).map((group) => [group, ZERO]));
  const all = [...new Set(open.flatMap(({ groups }) => groups))];
  const isKnown = ({ groups }: Open) => groups.every((group) => known.has(group));
  const leftOf = ({ rest, groups }: Open) => groups.reduce((left, group) => left.minus(known.get(group) ?? ZERO), rest);
  const base = mostOften(open.filter(isKnown).map(leftOf))?.value ?? ZERO;
  while (known.size < all.length) {
    const votes = new Map<string, Exact[]>();
    for (const row of open) {
      const [group, ...more] = row.groups.filter((each) => !known.has(each));
      if (group === undefined || more.length > 0) continue;
      const said = votes.get(group) ?? [];
      said.push(leftOf(row).minus(base));
      votes.set(group, said);
    }
    for (const [group, said] of votes) known.set(group, mostOften(said)?.value ?? ZERO);
    // Where nothing tells one part from another, all of it is laid to the last.
    const stuck = votes.size === 0 ? all.find((group) => !known.has(group)) : undefined;
    if (stuck !== undefined) known.set(stuck, ZERO);
  }
  return { base, known };
}

/** Takes what every option of a choice costs into the base, so that the cheapest adds nothing. */
function fromCheapest(base: Exact, amounts: readonly (readonly Exact[])[]): Pick<FoundAmounts, 'base' | 'amounts'> {
  const least = amounts.map((each) => each.reduce((low, more) => (more.isLess(low) ? more : low), each[0] ?? ZERO));
  return {
    base: least.reduce((sum, low) => sum.plus(low), base),
    amounts: amounts.map((each, choice) => each.map((more) => more.minus(least[choice] ?? ZERO))),
  };
}

/** What the options of a row add; what it leaves out adds nothing. */
export const addedBy = (amounts: FoundAmounts['amounts'], options: readonly number[]): Exact =>
  options.reduce((sum, option, choice) => sum.plus(amounts[choice]?.[option] ?? ZERO), ZERO);

/** Rows that cost something else than base and amounts, with the base that they have by themselves. */
function ownOf(rows: readonly PricedRow[], { base, amounts }: Pick<FoundAmounts, 'base' | 'amounts'>) {
  const own = new Map<number, Exact>();
  rows.forEach(({ options, price }, place) => {
    const alone = price.minus(addedBy(amounts, options));
    if (!alone.equals(base)) own.set(place, alone);
  });
  return own;
}

/**
 * The base price that most rows have with amounts as they are, and the others’ own.
 *
 * @param preferred the base price where no other is there more often
 */
export function pricedWith(
  rows: readonly PricedRow[],
  amounts: FoundAmounts['amounts'],
  preferred: Exact | null,
): FoundAmounts {
  const alone = rows.map(({ price, options }) => price.minus(addedBy(amounts, options)));
  const base = mostOften(alone, preferred)?.value ?? ZERO;
  return { base, amounts, own: ownOf(rows, { base, amounts }) };
}

/** The price that most rows have, and the others’ own. */
export const pricedAlone = (rows: readonly PricedRow[], counts: readonly number[]): FoundAmounts =>
  pricedWith(
    rows,
    counts.map((count) => Array.from({ length: count }, () => ZERO)),
    null,
  );

/** Whether nothing of it is less than nothing. */
export const isSound = ({ base, own }: FoundAmounts): boolean =>
  [base, ...own.values()].every((price) => price.sign() >= 0);

/**
 * Finds prices that are really a base price and so much for an option: what rows that differ in one option alone say,
 * the most of them. Rows that don't follow keep a price of their own, so that each row costs exactly what it did.
 * Where some don't follow and that says no less than a price for each row, each row has its own.
 *
 * @param rows   none twice; each has an option of every choice
 * @param counts how many options each choice has
 */
export function findAmounts(rows: readonly PricedRow[], counts: readonly number[]): FoundAmounts {
  const alone = pricedAlone(rows, counts);
  const linked = counts.map((count, choice) => linkedOf(rows, choice, count));
  const { base, known } = offsetsOf(rows, linked);
  const found = fromCheapest(
    base,
    linked.map(({ more, first }, choice) =>
      more.map((each, option) => each.plus(known.get(`${choice}:${first[option] ?? 0}`) ?? ZERO)),
    ),
  );
  const own = ownOf(rows, found);
  const said = found.amounts.flat().filter((amount) => amount.sign() !== 0).length + own.size;
  // What amounts alone say needs no variant for each row.
  const isWorse = own.size > 0 && said > alone.own.size;
  return isWorse || !isSound({ ...found, own }) ? alone : { ...found, own };
}
