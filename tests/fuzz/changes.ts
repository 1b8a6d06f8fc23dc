import { type Analysis, sellableRange } from '@/core/analysis';
import { analyseWhole } from '../support/analyse-whole';
import { anyProduct, type Made } from './any-product';
import { programOf } from './claims';

/** Changes of a product that change nothing that is true of its selections. */
const TODAY = '2026-11-25';

interface Told {
  readonly selections: string | null;
  readonly lowest: string | undefined;
  readonly highest: string | undefined;
  readonly below: boolean;
  readonly dead: number;
  readonly opposing: number;
  readonly range: string;
}

/** What is told of a product, apart from its names. */
function told(made: Made): Told | null {
  const program = programOf(made);
  if (!program) return null;
  const analysis: Analysis = analyseWhole(program, TODAY, { searching: 50_000, counting: 500_000 });
  const isCut =
    analysis.cutShort.length > 0 ||
    [analysis.lowest, analysis.highest].some((end) => end?.coverage.kind === 'within') ||
    analysis.unsettled.length > 0 ||
    analysis.gaps.length > 0;
  if (isCut) return null;
  const range = sellableRange(program);
  return {
    selections: analysis.selections,
    lowest: analysis.lowest?.price,
    highest: analysis.highest?.coverage.kind === 'open' ? 'open' : analysis.highest?.price,
    below: analysis.belowNothing !== null,
    dead: analysis.deadOptions.length + analysis.neverShown.length + analysis.nothingOffered.length,
    opposing: analysis.contradictions.length,
    range: range && range.isProved && !range.open ? `${range.from.toString()} ${range.to.toString()}` : '',
  };
}

type Kind = 'renamed' | 'reordered rules' | 'a rule that is off' | 'a rule in two' | 'moved to a sheet';

const WITHOUT_ORDER = new Set([
  'show',
  'hide',
  'require',
  'offer',
  'withhold',
  'limit',
  'limitQuantity',
  'refuse',
  'tell',
  'draw',
  'weight',
]);
const effectsOf = (rule: Record<string, unknown>) => rule.then as { kind: string }[];

/** A text of a definition with one inside name in the place of another. */
const renamed = <T>(value: T, from: string, to: string): T =>
  JSON.parse(JSON.stringify(value).replaceAll(new RegExp(`(?<![\\w-])${from}(?![\\w-])`, 'g'), to)) as T;

/** Every change that can be made of a product. */
function* changesOf(made: Made): Generator<{ kind: Kind; changed: Made }> {
  const { product } = made;
  const other = (more: Partial<Made['product']>): Made => ({
    ...made,
    product: { ...product, ...more } as Made['product'],
  });
  yield { kind: 'renamed', changed: renamed(made, 'c0', 'zebra') };
  yield {
    kind: 'a rule that is off',
    changed: other({
      rules: [
        ...product.rules,
        { key: 'off', title: '', on: false, when: null, then: [{ kind: 'refuse', reason: 'Never.' }] },
      ],
    }),
  };
  if (
    product.rules.length > 1 &&
    product.rules.every((rule) => effectsOf(rule).every(({ kind }) => WITHOUT_ORDER.has(kind)))
  )
    yield { kind: 'reordered rules', changed: other({ rules: [...product.rules].reverse() }) };
  const [first, ...rest] = product.rules;
  if (first && effectsOf(first).length > 1)
    yield {
      kind: 'a rule in two',
      changed: other({
        rules: [...effectsOf(first).map((effect, place) => ({ ...first, key: `s${place}`, then: [effect] })), ...rest],
      }),
    };
  // All choices, rules and formulas of a product without variants can stand on a sheet.
  if ((product.variants as unknown[]).length === 0 && product.soldBy === undefined && made.sheets.length === 0) {
    const { choices, rules, tables, formulas, rates } = product;
    yield {
      kind: 'moved to a sheet',
      changed: {
        product: {
          ...product,
          choices: [],
          rules: [],
          tables: [],
          formulas: [],
          rates: [],
          sheets: [{ key: 'sheet' }],
        },
        sheets: [{ key: 'sheet', title: 'Sheet', choices, rules, tables, formulas, rates }],
      },
    };
  }
}

/** Which changes were tried, how often. */
export type Tried = Record<Kind, number>;

/** Tries changes that change nothing. @throws Error with the seed and what was told before and after */
export function tryChanges(from: number, count: number): Tried {
  const tried: Tried = {
    renamed: 0,
    'reordered rules': 0,
    'a rule that is off': 0,
    'a rule in two': 0,
    'moved to a sheet': 0,
  };
  for (let seed = from; seed < from + count; seed += 1) {
    const made = anyProduct(seed);
    const before = told(made);
    if (!before) continue;
    for (const { kind, changed } of changesOf(made)) {
      const after = told(changed);
      if (!after) continue;
      // One rule in two is two rules that may oppose others.
      const same = (one: Told) => JSON.stringify(kind === 'a rule in two' ? { ...one, opposing: 0 } : one);
      if (same(before) !== same(after))
        throw new Error(
          `seed ${seed}, ${kind}: ${JSON.stringify(before)} became ${JSON.stringify(after)}\n${JSON.stringify(made.product)}`,
        );
      tried[kind] += 1;
    }
  }
  return tried;
}
