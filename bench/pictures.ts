import { readFileSync } from 'node:fs';
import { compile } from '../src/core/compile';
import { readCatalog, resolutionJson, surroundingsOf } from '../src/core/exchange';
import { compose, type Lettering, svgOf, svgText } from '../src/core/picture';
import { fontFrom, letteringFrom } from '../src/core/picture/font-file';
import { resolve } from '../src/core/run';

/** What a picture costs that is put together at every keystroke, and its letters beside the font library's own. */

const ROUNDS = 400;

/** Milliseconds of one, the middle of many. */
function middle(work: () => unknown): number {
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const begun = performance.now();
    work();
    times.push(performance.now() - begun);
  }
  return times.sort((a, b) => a - b)[ROUNDS / 2] ?? 0;
}

const { catalog } = readCatalog(readFileSync('demo/catalog.json', 'utf8'));
if (!catalog) throw new Error('the demo catalog has faults');
const surroundings = surroundingsOf(catalog);
const bytes = readFileSync('node_modules/@fontsource/cinzel/files/cinzel-latin-400-normal.woff');
const font = fontFrom(bytes);
const face: Lettering = letteringFrom([font]);
const drawing = { lettering: () => face, file: () => null };

const SELECTIONS: readonly (readonly [slug: string, answers: Record<string, unknown>])[] = [
  ['bee-suit', { size: 'm', cloth: 'moss', name: 'Ada Lark', reinforced: true }],
  ['branding-iron', { words: 'LARK AND SONS 1923' }],
  [
    'hive',
    {
      floor: ['hive-floor'],
      brood: ['brood-box', 'brood-box'],
      supers: ['honey-super', 'honey-super', 'honey-super'],
      roof: ['gabled-roof'],
    },
  ],
];

process.stdout.write('A picture, in milliseconds: put together, and with its document written\n');
for (const [slug, answers] of SELECTIONS) {
  const product = surroundings.products.get(slug);
  if (!product) throw new Error(`no product ${slug}`);
  const program = compile(product, surroundings);
  const context = { stock: null, today: '2026-11-30' };
  const seen = resolutionJson(resolve(program, { answers }, context));
  const composed = middle(() => compose(program, seen, drawing));
  const written = middle(() => {
    const scene = compose(program, seen, drawing);
    return scene && svgText(svgOf(scene));
  });
  const resolved = middle(() => resolve(program, { answers }, context));
  process.stdout.write(
    `  ${slug.padEnd(16)} ${composed.toFixed(3)}  ${written.toFixed(3)}  (resolving: ${resolved.toFixed(3)})\n`,
  );
}

const product = surroundings.products.get('branding-iron');
if (!product) throw new Error('no branding iron');
const program = compile(product, surroundings);
const text = 'LARK AND SONS 1923';
const seen = resolutionJson(resolve(program, { answers: { words: text } }, { stock: null, today: '2026-11-30' }));
const ours = middle(() => compose(program, seen, drawing));
const library = middle(() => font.getPath(text, 0, 0, 14).toPathData(3));
process.stdout.write(
  `A line of ${text.length} letters: ours, with the whole picture, ${ours.toFixed(3)} ms; the font library alone ${library.toFixed(3)} ms; ratio ${(ours / library).toFixed(2)}\n`,
);
