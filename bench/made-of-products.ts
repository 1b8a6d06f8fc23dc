import { readFileSync } from 'node:fs';
import { lowestMargin, MARGIN_LIMITS } from '../src/core/analysis';
import { catalogSchema } from '../src/core/catalog';
import { compile, type Program } from '../src/core/compile';
import { surroundingsOf } from '../src/core/exchange';
import { Exact } from '../src/core/number';
import { shopOf, TODAY } from '../tests/fixtures/shop-of';
import { analyseWhole } from '../tests/support/analyse-whole';
import { generatedBuild, programOfBuild } from '../tests/support/generated-build';
import { Random } from '../tests/support/generated-products';
import { median } from './rounds';

/**
 * All that is analysed of what is made of products, and the lowest margin of it: of the demo's largest, and of builds,
 * kits and products of the sizes that a shop may have.
 */

/** So many slots with so many candidates, sentences that tie them, and a rule over how wide all of it is. */
function tiedByFigure(seed: number): Program {
  const build = generatedBuild(seed, 6, 10, 5);
  return programOfBuild(build, {
    formulas: [
      {
        key: 'wide',
        title: 'Width',
        serves: { kind: 'shown' },
        text: `sum(${build.measures.map((_, place) => `slot${place}.p0`).join(', ')})`,
      },
    ],
    rules: [
      {
        key: 'room',
        when: { kind: 'figure', formula: 'wide', compare: 'more', value: '2440', unit: 'mm' },
        then: [{ kind: 'refuse', reason: 'Too wide.' }],
      },
    ],
  });
}

/** Fourteen choices of eight, forty rules between them, and less from five on. */
function withBreaks(seed: number): Program {
  const [choices, options, rules] = [14, 8, 40];
  const random = new Random(seed);
  const keys = (count: number, letter: string) => Array.from({ length: count }, (_, place) => `${letter}${place}`);
  return shopOf([
    {
      choices: keys(choices, 'c').map((key) => ({
        kind: 'list',
        key,
        title: key,
        options: keys(options, 'o').map((option) => ({
          key: option,
          title: option,
          amount: { kind: 'fixed', value: String(random.below(40)) },
        })),
      })),
      rules: keys(rules, 'r').map((key, number) => {
        const one = random.below(choices - 1);
        const other = one + 1 + random.below(choices - 1 - one);
        return {
          key,
          when: { kind: 'option', choice: `c${one}`, options: [`o${random.below(options)}`] },
          then: [
            number % 4 === 0
              ? { kind: 'amount', amount: { kind: 'fixed', value: '3' } }
              : { kind: 'withhold', choice: `c${other}`, options: [`o${random.below(options)}`] },
          ],
        };
      }),
      breaks: {
        gives: 'percent',
        steps: [
          { from: '5', value: '10' },
          { from: '10', value: '20' },
        ],
      },
    },
  ]).program();
}

/** Ten parts of two candidates each, up to four of every one, each with a break of its own. */
function kitOfParts(seed: number): Program {
  const random = new Random(seed);
  const slugs = Array.from({ length: 20 }, (_, place) => `x${place}`);
  return shopOf([
    {
      price: null,
      draws: [],
      parts: Array.from({ length: 10 }, (_, place) => ({
        key: `part${place}`,
        candidates: slugs.slice(2 * place, 2 * place + 2).map((product) => ({ product })),
        quantity: { least: 1, usual: 1, most: 4 },
      })),
    },
    ...slugs.map((slug) => ({
      slug,
      title: slug,
      sku: slug.toUpperCase(),
      price: String(10 + random.below(50)),
      breaks: { gives: 'percent', steps: [{ from: '3', value: '5' }] },
    })),
  ]).program();
}

const HALF = Exact.from('0.5');

/** How long all that is analysed of a product takes, and its lowest margin, in milliseconds. */
function measured(program: Program): { readonly whole: number; readonly margin: number; readonly cut: number } {
  const start = performance.now();
  const { cutShort } = analyseWhole(program, TODAY);
  const analysed = performance.now();
  lowestMargin(program, TODAY, () => HALF, Exact.zero, MARGIN_LIMITS);
  return { whole: analysed - start, margin: performance.now() - analysed, cut: cutShort.length };
}

function say(what: string, make: (seed: number) => Program): void {
  const times = [1, 2, 3, 4, 5].map((seed) => measured(make(seed)));
  const of = (take: (time: (typeof times)[number]) => number) => {
    const all = times.map(take);
    return `median ${median(all).toFixed(0)} ms, longest ${Math.max(...all).toFixed(0)} ms`;
  };
  const cut = times.filter((time) => time.cut > 0).length;
  process.stdout.write(
    `  ${what}: ${of(({ whole }) => whole)}; its lowest margin: ${of(({ margin }) => margin)}; cut short ${cut}\n`,
  );
}

process.stdout.write('All that is analysed of what is made of products, five of each:\n');
say('builds of 12 slots of 40 with 30 sentences (aim: under 5000)', (seed) =>
  programOfBuild(generatedBuild(seed, 12, 40, 30)),
);
say('builds of 6 slots of 10 with 5 sentences and a rule over a figure', tiedByFigure);
say('products of 14 choices of 8 with 40 rules and breaks', withBreaks);
say('kits of 10 parts of 2 candidates with breaks', kitOfParts);

const demo = surroundingsOf(catalogSchema.parse(JSON.parse(readFileSync('demo/catalog.json', 'utf8'))));
const longest = [...demo.products.values()]
  .map((product) => ({ slug: product.slug, ...measured(compile(product, demo)) }))
  .sort((one, other) => other.whole - one.whole)
  .slice(0, 3);
process.stdout.write(
  `  the demo’s longest (aim: under 1000): ${longest.map(({ slug, whole }) => `${slug} ${whole.toFixed(0)} ms`).join(', ')}\n`,
);
