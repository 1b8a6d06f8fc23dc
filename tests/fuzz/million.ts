import { fuzz } from './formulas';
import { tryWildRules } from './rules';

/** `npm run fuzz`: a million formulas, a million measures and ten thousand products with wild rules, or as many as are asked for. */
const count = Number(process.argv[2] ?? 1_000_000);
const seed = Number(process.argv[3] ?? 1);
const start = performance.now();
const { formulas, measures, slowest, slowestText } = fuzz(count, seed);
process.stdout.write(`${count.toLocaleString('en-GB')} formulas: ${formulas.right} worked out, ${formulas.stopped} stopped, ${formulas.refused} refused; none threw\n`);
process.stdout.write(`${count.toLocaleString('en-GB')} typed measures: ${measures.read} read, ${measures.refused} refused; none threw\n`);
process.stdout.write(`${((performance.now() - start) / 1000).toFixed(0)} s altogether; the slowest took ${slowest.toFixed(1)} ms: ${JSON.stringify(slowestText.slice(0, 80))}\n`);
const products = Math.ceil(count / 100);
tryWildRules(seed, products);
process.stdout.write(`${products.toLocaleString('en-GB')} products with wild rules: compiled, resolved, analysed; none threw\n`);
if (slowest > 1000) throw new Error('one of them took longer than a second');
