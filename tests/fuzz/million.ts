import { anyBuild } from './any-build';
import { anyCrossed } from './any-crossed';
import { anyKit } from './any-kit';
import { anyProduct } from './any-product';
import { changedBySchema, type Tally } from './changed-by-schema';
import { tryChanges } from './changes';
import { tryChangesOfKits } from './changes-of-kits';
import { nothingSeen, tryMade } from './claims';
import { claimsTold } from './counted-claims';
import { tryFills } from './fills';
import { fuzz } from './formulas';
import { tryWildRules } from './rules';

/**
 * `npm run fuzz`: a million formulas, a million measures, ten thousand products with wild rules, and twenty thousand
 * made products (single, kits, builds, kits of single ones, changed by the schema) of which every claim is tried beside
 * all their selections; or as many as are asked for, from a seed on. It ends with a count for each claim.
 */
const count = Number(process.argv[2] ?? 1_000_000);
const seed = Number(process.argv[3] ?? 1);
const start = performance.now();
const { formulas, measures, slowest, slowestText } = fuzz(count, seed);
process.stdout.write(
  `${count.toLocaleString('en-GB')} formulas: ${formulas.right} worked out, ${formulas.stopped} stopped, ${formulas.refused} refused; none threw\n`,
);
process.stdout.write(
  `${count.toLocaleString('en-GB')} typed measures: ${measures.read} read, ${measures.refused} refused; none threw\n`,
);
process.stdout.write(
  `${((performance.now() - start) / 1000).toFixed(0)} s altogether; the slowest took ${slowest.toFixed(1)} ms: ${JSON.stringify(slowestText.slice(0, 80))}\n`,
);
const products = Math.ceil(count / 100);
tryWildRules(seed, products);
process.stdout.write(
  `${products.toLocaleString('en-GB')} products with wild rules: compiled, resolved, analysed; none threw\n`,
);
if (slowest > 1000) throw new Error('one of them took longer than a second');
const claimed = Math.ceil((count * 4) / 1000);
const tally: Tally = new Map();
let wrong = 0;
const sorts = {
  products: anyProduct,
  kits: anyKit,
  builds: anyBuild,
  'kits of such products': anyCrossed,
  'products changed by the schema': (at: number) => changedBySchema(at, tally).made,
};
for (const [sort, make] of Object.entries(sorts)) {
  const seen = nothingSeen();
  let falls = 0;
  for (let at = seed; at < seed + claimed; at += 1) {
    try {
      tryMade(make(at), at, seen);
    } catch (error) {
      falls += 1;
      process.stdout.write(`FALSE: ${error instanceof Error ? error.message : String(error)}\n`);
    }
  }
  wrong += falls;
  process.stdout.write(
    `seeds ${seed} to ${seed + claimed - 1}: every claim of ${seen.products.toLocaleString('en-GB')} ${sort} beside all their selections (${seen.sold} of them sell), and ${seen.clicks.toLocaleString('en-GB')} clicks, ${seen.short.toLocaleString('en-GB')} selections that stock did not suffice for; false ${falls}\n${claimsTold(seen.claims)}`,
  );
}
process.stdout.write(`${tally.size} fields of the schema came up\n`);
for (const [what, told] of [
  ['changes', tryChanges(seed, Math.ceil(claimed / 5))],
  ['changes of kits', tryChangesOfKits(seed, Math.ceil(claimed / 5))],
] as const)
  process.stdout.write(
    `${what} that change nothing: ${Object.entries(told)
      .map(([kind, times]) => `${kind} ${times}`)
      .join(', ')}\n`,
  );
const { quick, notFound, tasks } = tryFills(seed, claimed);
process.stdout.write(
  `${tasks.toLocaleString('en-GB')} cutting tasks beside every way tried, and as many that fill their lots: ${quick} of those were placed at a quick look, ${notFound} not even at a thorough one, and none was said to be impossible\n`,
);
if (wrong > 0) throw new Error(`${wrong} made products have a claim that is false`);
