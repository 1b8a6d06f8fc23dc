import { fuzz } from './formulas';

/** `npm run fuzz`: a million formulas and a million measures, or as many as are asked for. */
const count = Number(process.argv[2] ?? 1_000_000);
const seed = Number(process.argv[3] ?? 1);
const start = performance.now();
const { formulas, measures, slowest, slowestText } = fuzz(count, seed);
process.stdout.write(`${count.toLocaleString('en-GB')} formulas: ${formulas.right} worked out, ${formulas.stopped} stopped, ${formulas.refused} refused; none threw\n`);
process.stdout.write(`${count.toLocaleString('en-GB')} typed measures: ${measures.read} read, ${measures.refused} refused; none threw\n`);
process.stdout.write(`${((performance.now() - start) / 1000).toFixed(0)} s altogether; the slowest took ${slowest.toFixed(1)} ms: ${JSON.stringify(slowestText.slice(0, 80))}\n`);
if (slowest > 1000) throw new Error('one of them took longer than a second');
