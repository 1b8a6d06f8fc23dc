import { strict as assert } from 'node:assert';
import { all, create } from 'mathjs';
import { compileFormula, dimOf, MONEY, NUMBER } from '../src/core/formula';
import { Exact } from '../src/core/number';
import { requireUnit } from '../src/core/quantity';

/** A formula over measures with waste and a minimum: ours, a maths library with units, the same arithmetic by hand. */

const TEXT =
  'area = width * height\nbilled = max(area * (1 + waste), 0.25 m2)\nposts = ceil(width / 2.5 m) + 1\nprice = billed * rate + posts * 6.40 EUR';

const LENGTH = dimOf(requireUnit('m'));
const names = new Map([
  ['width', { slot: 0, dim: LENGTH }],
  ['height', { slot: 1, dim: LENGTH }],
  ['waste', { slot: 2, dim: NUMBER }],
  ['rate', { slot: 3, dim: { length: -2, mass: 0, money: 1 } }],
]);
const formula = compileFormula(TEXT, { currency: 'EUR', names }, MONEY);
assert.deepEqual(formula.faults, []);

const inputs = Array.from({ length: 40 }, (_, index) => ({ width: 20 + index * 7, height: 15 + index * 3 }));
const exact = inputs.map(({ width, height }) => [
  Exact.of(width, 100),
  Exact.of(height, 100),
  Exact.from('0.1'),
  Exact.from('14.20'),
]);

const math = create(all ?? {}, {});
math.createUnit('EUR');
const compiled = math.compile(TEXT.replaceAll('14.20 EUR/m2', '14.20 EUR/m2'));
const scopes = inputs.map(({ width, height }) => ({
  width: math.unit(width, 'cm'),
  height: math.unit(height, 'cm'),
  waste: 0.1,
  rate: math.unit(14.2, 'EUR/m2'),
}));

const [MINIMUM, SPACING, POST] = [Exact.from('0.25'), Exact.from('2.5'), Exact.from('6.40')];

/** The same exact arithmetic, written out for this one formula. */
function exactByHand([width, height, waste, rate]: readonly (Exact | undefined)[]): Exact[] {
  if (!width || !height || !waste || !rate) return [];
  const area = width.times(height);
  const withWaste = area.times(Exact.one.plus(waste));
  const billed = withWaste.isMore(MINIMUM) ? withWaste : MINIMUM;
  const posts = width.over(SPACING).rounded(0, 'ceiling').plus(Exact.one);
  return [area, billed, posts, billed.times(rate).plus(posts.times(POST))];
}

/** In hundredths of a cent, from whole centimetres, with binary numbers: right only while they are. */
function byHand(width: number, height: number): number {
  const area = width * height;
  const billed = Math.max(area * 11, 25_000) / 10;
  const posts = Math.ceil(width / 250) + 1;
  return billed * 14.2 + posts * 64_000;
}

const ours = () => exact.map((values) => formula.run(values));
const theirs = () => scopes.map((scope) => compiled.evaluate({ ...scope }) as unknown);
const exactHand = () => exact.map(exactByHand);
const hand = () => inputs.map(({ width, height }) => byHand(width, height));

exact.forEach((values, index) => {
  const outcome = formula.run(values);
  const { width, height } = inputs[index] ?? { width: 0, height: 0 };
  assert.ok(!('code' in outcome));
  const price = outcome.at(-1)?.value.toApproximateNumber() ?? Number.NaN;
  assert.ok(
    Math.abs(price - byHand(width, height) / 10_000) < 1e-9,
    `by hand ${byHand(width, height) / 10_000}, ours ${price}`,
  );
  const set = compiled.evaluate({ ...scopes[index] }) as { entries: { toNumber(unit: string): number }[] };
  assert.ok(Math.abs((set.entries.at(-1)?.toNumber('EUR') ?? Number.NaN) - price) < 1e-9);
});

function round(run: () => unknown): number {
  const start = performance.now();
  let count = 0;
  do {
    for (let times = 0; times < 10; times += 1) run();
    count += 10 * inputs.length;
  } while (performance.now() - start < 200);
  return (count / (performance.now() - start)) * 1000;
}
const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;

[ours, theirs, exactHand, hand].forEach(round);
const rounds = Array.from({ length: 11 }, () => ({
  ours: round(ours),
  theirs: round(theirs),
  exactHand: round(exactHand),
  hand: round(hand),
}));
process.stdout.write(
  `A formula of four lines, median of ${rounds.length} rounds in turn: ${Math.round(median(rounds.map((one) => one.ours))).toLocaleString('en-GB')} a second\n`,
);
process.stdout.write(
  `${median(rounds.map((one) => one.ours / one.theirs)).toFixed(1)} times as fast as a maths library with units (aim: at least 20)\n`,
);
process.stdout.write(
  `and takes ${median(rounds.map((one) => one.exactHand / one.ours)).toFixed(1)} times as long as the same exact arithmetic by hand (aim: at most 3);\n`,
);
process.stdout.write(
  `binary arithmetic by hand, which is not exact, takes ${(1 / median(rounds.map((one) => one.hand / one.ours))).toFixed(3)} of the time.\n`,
);
