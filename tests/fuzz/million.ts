import { anyBuild } from './any-build';
import { anyKit } from './any-kit';
import { changedBySchema, type Tally } from './changed-by-schema';
import { tryChanges } from './changes';
import { tryChangesOfKits } from './changes-of-kits';
import { type Seen, tryClaims, tryMade } from './claims';
import { tryFills } from './fills';
import { fuzz } from './formulas';
import { tryWildRules } from './rules';

/**
 * `npm run fuzz`: a million formulas, a million measures, ten thousand products with wild rules, and three thousand
 * made products of which every claim is tried beside all their selections; or as many as are asked for, from a seed on.
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
const claimed = Math.ceil((count * 3) / 1000);
const { sold, clicks, products: compared } = tryClaims(seed, claimed);
process.stdout.write(
  `seeds ${seed} to ${seed + claimed - 1}: every claim of ${compared.toLocaleString('en-GB')} products beside all their selections (${sold} of them sell), and ${clicks.toLocaleString('en-GB')} clicks\n`,
);
process.stdout.write(
  `changes that change nothing: ${Object.entries(tryChanges(seed, Math.ceil(claimed / 3)))
    .map(([kind, times]) => `${kind} ${times}`)
    .join(', ')}\n`,
);
const kits = tryClaims(seed, claimed, anyKit);
process.stdout.write(
  `every claim of ${kits.products.toLocaleString('en-GB')} kits beside all their selections (${kits.sold} of them sell), and ${kits.clicks.toLocaleString('en-GB')} clicks; margins: ${Object.entries(
    kits.margins,
  )
    .map(([kind, times]) => `${kind} ${times}`)
    .join(', ')}; ends that are proved: ${kits.proved}\n`,
);
const builds = tryClaims(seed, Math.ceil(claimed / 3), anyBuild);
process.stdout.write(
  `every claim of ${builds.products.toLocaleString('en-GB')} builds, and ${builds.clicks.toLocaleString('en-GB')} clicks\n`,
);
const tally: Tally = new Map();
const bySchema: Seen = { products: 0, sold: 0, clicks: 0, proved: 0, margins: {} };
for (let at = seed; at < seed + claimed; at += 1) tryMade(changedBySchema(at, tally).made, at, bySchema);
process.stdout.write(
  `every claim of ${bySchema.products.toLocaleString('en-GB')} products changed by the schema: ${tally.size} fields of it\n`,
);
process.stdout.write(
  `changes of kits that change nothing: ${Object.entries(tryChangesOfKits(seed, Math.ceil(claimed / 3)))
    .map(([kind, times]) => `${kind} ${times}`)
    .join(', ')}\n`,
);
const { quick, notFound, tasks } = tryFills(seed, claimed);
process.stdout.write(
  `${tasks.toLocaleString('en-GB')} cutting tasks beside every way tried, and as many that fill their lots: ${quick} of those were placed at a quick look, ${notFound} not even at a thorough one, and none was said to be impossible\n`,
);
