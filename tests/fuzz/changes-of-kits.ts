import { lowestMargin, sellableRange } from '@/core/analysis';
import { type Program, programWith } from '@/core/compile';
import { Exact } from '@/core/number';
import { analyseWhole } from '../support/analyse-whole';
import { anyKit } from './any-kit';
import { type Made } from './any-product';
import { programOf } from './claims';
import { costOf, TODAY } from './tried';

/** What is told of a product of which all is known; null where something is not. */
function told(program: Program | null): Record<string, unknown> | null {
  if (!program) return null;
  const { lowest, highest, selections, gaps, unsettled, belowNothing } = analyseWhole(program, TODAY);
  const ends = [lowest, highest];
  if (gaps.length > 0 || unsettled.length > 0 || belowNothing) return null;
  if (ends.some((end) => end?.coverage.kind !== 'proved')) return null;
  const margin = lowestMargin(program, TODAY, costOf, Exact.zero, { searching: 60_000, rounds: 8 });
  const range = sellableRange(program, TODAY);
  return {
    ends: ends.map((end) => end?.price),
    selections,
    margin: margin.kind === 'proved' ? margin.margin : null,
    range: range?.isProved ? [range.from.toString(), range.to.toString()] : null,
  };
}

type Thing = Record<string, unknown>;
const withProduct = (made: Made, more: Thing): Made => ({
  ...made,
  product: { ...made.product, ...more } as Made['product'],
});

const NEVER = {
  key: 'never',
  when: { kind: 'quantity', compare: 'more', value: 500_000 },
  then: [{ kind: 'refuse', reason: 'No.' }],
};

/** What everything in a shop costs anyway, as the prices of a list. */
function samePrices({ product, others = [] }: Made): object[] {
  return [product, ...others].flatMap((one: Thing) => {
    const isSum = ((one.parts ?? []) as Thing[]).length > 0 && (one.partsPrice as Thing | undefined)?.kind !== 'own';
    const hasSlots = ((one.choices ?? []) as Thing[]).some(({ kind }) => kind === 'slot');
    const own =
      typeof one.price === 'string' && !one.breaks && !isSum && !(hasSlots && (one.partsPrice as Thing).kind !== 'own')
        ? [{ product: one.slug, price: one.price }]
        : [];
    const options = ((one.choices ?? []) as Thing[]).flatMap((choice) =>
      ((choice.options ?? []) as Thing[]).flatMap((option) => {
        const amount = option.amount as { kind: string; value: string } | null | undefined;
        return amount?.kind === 'fixed' && !amount.value.startsWith('-') && !option.breaks
          ? [{ product: one.slug, of: { kind: 'option', choice: choice.key, option: option.key }, price: amount.value }]
          : [];
      }),
    );
    return [...own, ...options];
  });
}

/** Two that must be told the same of, and by what they differ. */
interface Change {
  readonly kind: string;
  readonly before: Program | null;
  readonly after: Program | null;
}

/** What is told alike beside who it is for. */
function* changesOfCustomers(made: Made): Generator<Change> {
  const listing = (prices: object[]): Made => ({
    ...made,
    list: { key: 'theirs', title: 'Theirs', groups: ['trade'], percent: null, prices },
  });
  yield {
    kind: 'the same prices in a list',
    before: programOf(listing([])),
    after: programOf(listing(samePrices(made))),
  };
  const program = programOf(made);
  const pricedFor = (group: string | null) => program && programWith(program, { pricedFor: [group] });
  yield { kind: 'a group with the usual prices', before: pricedFor(null), after: pricedFor('club') };
}

/** Changes of a kit that change nothing that is true of it. */
function* changesOf(made: Made): Generator<{ kind: string; changed: Made }> {
  const { product } = made;
  const parts = (product.parts ?? []) as Thing[];
  if (parts.length > 1)
    yield { kind: 'parts in another order', changed: withProduct(made, { parts: [...parts].reverse() }) };
  yield { kind: 'a rule that never fires', changed: withProduct(made, { rules: [...product.rules, NEVER] }) };
  if (!product.breaks)
    yield {
      kind: 'a break at one piece',
      changed: withProduct(made, { breaks: { gives: 'less', over: 'pieces', steps: [{ from: '1', value: '0' }] } }),
    };
  // What is bought alone costs as much as a kit that has nothing else in it, one at a time.
  yield {
    kind: 'a kit of itself alone',
    changed: {
      ...made,
      product: {
        slug: 'whole',
        title: 'Whole',
        sku: 'W',
        price: null,
        draws: [],
        parts: [{ key: 'only', candidates: [{ product: 'p' }] }],
        quantity: { maximum: 1 },
        choices: [],
        rules: [],
        formulas: [],
        tables: [],
      },
      others: [...(made.others ?? []), product],
    },
  };
}

/** Tries changes that change nothing. @throws Error with the seed, the change, and what was told before and after */
export function tryChangesOfKits(from: number, count: number): Record<string, number> {
  const tried: Record<string, number> = {};
  for (let seed = from; seed < from + count; seed += 1) {
    // Of what asks how many, one is looked at.
    const made = withProduct(anyKit(seed), { quantity: { maximum: 1 } });
    const program = programOf(made);
    const changes = [
      ...[...changesOf(made)].map(({ kind, changed }): Change => ({
        kind,
        before: program,
        after: programOf(changed),
      })),
      ...changesOfCustomers(made),
    ];
    const toldOf = new Map<Program | null, ReturnType<typeof told>>();
    for (const change of changes) {
      const { kind } = change;
      const [before, after] = [change.before, change.after].map((one) => {
        const known = toldOf.has(one) ? (toldOf.get(one) ?? null) : told(one);
        toldOf.set(one, known);
        return known;
      });
      if (!before || !after) continue;
      // How two of the same count is known of what stands in the same place alone.
      for (const what of ['ends', 'selections', 'margin', 'range'] as const) {
        if (before[what] === null || after[what] === null) continue;
        if (JSON.stringify(before[what]) !== JSON.stringify(after[what]))
          throw new Error(
            `seed ${seed}, ${kind}: ${what} was ${JSON.stringify(before[what])}, and is ${JSON.stringify(after[what])}\n${JSON.stringify(made)}`,
          );
      }
      tried[kind] = (tried[kind] ?? 0) + 1;
    }
  }
  return tried;
}
