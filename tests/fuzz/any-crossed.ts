import { Random } from '../support/generated-products';
import { anyKit } from './any-kit';
import { anyProduct, type Made } from './any-product';

type Plain = Record<string, unknown>;

/**
 * Small kits like any other, of products that have everything that a single product can have: variants, amounts by
 * measures and texts, formulas, tables, sheets, breaks, quantities of their own. What is typed in them the catalog
 * manager has settled, and some of what is picked, so that all selections can still be tried.
 */
export function anyCrossed(seed: number): Made {
  const random = new Random(seed * 13 + 5);
  const kit = anyKit(seed);
  const sheets: Plain[] = [];
  const others = (kit.others ?? []).map((plain, place): Plain => {
    if (random.below(3) === 0 || (plain.parts as unknown[] | undefined)?.length) return plain;
    const made = anyProduct(seed * 4 + place);
    const renamed = (key: unknown) => `${String(key)}${place}`;
    for (const sheet of made.sheets) sheets.push({ ...sheet, key: renamed(sheet.key) });
    const { slug, title, sku, tags, properties } = plain;
    const placed = (made.product.sheets ?? []) as Plain[];
    return {
      ...made.product,
      ...{ slug, title, sku, tags, properties },
      draws: random.below(2) === 0 ? plain.draws : [],
      ...(placed.length > 0 && { sheets: placed.map((one) => ({ ...one, key: renamed(one.key) })) }),
    };
  });
  const bySlug = new Map(others.map((one) => [one.slug, one]));
  for (const part of (kit.product.parts ?? []) as { candidates: Plain[] }[])
    for (const candidate of part.candidates) {
      const choices = choicesOf(bySlug.get(candidate.product) ?? {}, sheets);
      candidate.fixed = settled(choices, random);
    }
  // What customers put into slots can't be settled: what is typed there is left out.
  for (const { options, kind } of kit.product.choices)
    if (kind === 'slot')
      for (const { key } of options as Plain[]) {
        const one = bySlug.get(key);
        if (one && choicesOf(one, sheets).some(({ kind: what }) => TYPED[String(what)] !== undefined))
          Object.assign(one, { choices: [], rules: [], tables: [], formulas: [], sheets: [], soldBy: undefined });
      }
  return { ...kit, others, sheets };
}

const choicesOf = (product: Plain, sheets: readonly Plain[]): readonly Plain[] => [
  ...((product.choices ?? []) as Plain[]),
  ...((product.sheets ?? []) as Plain[]).flatMap(
    ({ key }) => (sheets.find((sheet) => sheet.key === key)?.choices ?? []) as Plain[],
  ),
];

/** What the manager settles of what is typed, by kind of choice. */
const TYPED: Readonly<Record<string, readonly unknown[]>> = {
  number: ['1', '2', '3'],
  measure: ['1', '1.5', '2'],
  text: ['Bee', 'wax'],
  longText: ['Bee', 'wax'],
  date: ['2026-12-02'],
  file: [null],
  agreement: [true],
  addOn: [null, true],
};

function settled(choices: readonly Plain[], random: Random): Plain {
  return Object.fromEntries(
    choices.flatMap(({ key, kind, options, required, forWorkshop }): [string, unknown][] => {
      if (forWorkshop === true) return [];
      const typed = TYPED[String(kind)];
      if (typed) return [[String(key), required === true ? (typed.at(-1) ?? typed[0]) : random.of([...typed, null])]];
      if (random.below(2) === 0) return [];
      const keys = ((options ?? []) as Plain[]).map((option) => option.key);
      if (keys.length === 0) return [[String(key), random.below(2) === 0]];
      return [[String(key), kind === 'several' ? [random.of(keys)] : random.of(keys)]];
    }),
  );
}
