import { type Catalog, type Choice, hasOptions } from '../catalog';
import { compile, type Program } from '../compile';
import { surroundingsOf } from '../exchange';
import { pricedFor } from '../price-lists';
import { type ProblemData } from '../problems';
import { resolve } from '../run';
import { type WrittenSpreadsheet } from '../spreadsheet';
import { type StockView } from '../stock';
import { type FlatAnswers, flatSelections } from './selections';

/** So many rows are written of one product, and of all. */
export const MOST_OF_A_PRODUCT = 5_000;
export const MOST_ROWS = 20_000;

const FIRST = ['Product', 'Title', 'Category', 'SKU', 'GTIN'] as const;
const LAST = ['Price', 'Was-price', 'In stock', 'Note'] as const;

/** One selection that can be sold, as a row. */
interface FlatRow {
  readonly first: readonly [slug: string, title: string, category: string, sku: string, gtin: string];
  /** what is chosen, by the titles of choices */
  readonly chosen: ReadonlyMap<string, string>;
  readonly last: readonly [price: string, was: string, inStock: string, note: string];
}

interface Around {
  readonly stock: StockView;
  /** the day in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** says in words why a selection can't be sold */
  readonly tell: (problem: ProblemData) => string;
}

/** What an answer is called. */
function saidOf(choice: Choice, value: string | boolean | null): string {
  if (typeof value === 'boolean') return value ? 'Yes' : 'No';
  return hasOptions(choice) ? (choice.options.find(({ key }) => key === value)?.title ?? '') : '';
}

function gtinOf({ product }: Program, answers: FlatAnswers): string {
  const variant = product.variants.find(({ options }) =>
    Object.entries(options).every(([choice, option]) => answers[choice] === option),
  );
  return variant?.gtin ?? '';
}

const toldAlone = ({ product: { slug, title, category } }: Program, note: string): FlatRow => ({
  first: [slug, title, category ?? '', '', ''],
  chosen: new Map(),
  last: ['', '', '', note],
});

/** The rows of a product: each selection once that can be sold. What is not there is told. */
function rowsOf(program: Program, { stock, today, tell }: Around): FlatRow[] {
  const { slug, title, category } = program.product;
  const selections = flatSelections(program, MOST_OF_A_PRODUCT);
  if (!selections) return [toldAlone(program, `It has more than ${MOST_OF_A_PRODUCT} selections.`)];
  const { list, varying, all } = selections;
  const told =
    all === null
      ? ''
      : `Only ${varying.length === 0 ? 'the usual selection' : varying.map((choice) => choice.title).join(', ')}: all choices together are ${all} selections.`;
  const rows = new Map<string, FlatRow>();
  let why = '';
  for (const answers of list) {
    const { state, item, unitPrice, wasPrice, problems } = resolve(program, { answers }, { stock: null, today });
    if (state !== 'sellable' || !unitPrice) {
      const [problem] = problems;
      why ||= problem ? tell(problem.data) : '';
      continue;
    }
    // What rules leave out makes several of the same.
    if (rows.has(item.key)) continue;
    const isThere = resolve(program, { answers }, { stock, today }).state === 'sellable';
    rows.set(item.key, {
      first: [slug, title, category ?? '', item.sku, gtinOf(program, answers)],
      chosen: new Map(varying.map((choice) => [choice.title, saidOf(choice, answers[choice.key] ?? null)])),
      last: [unitPrice.toString(), wasPrice?.toString() ?? '', isThere ? 'yes' : 'no', told],
    });
  }
  if (rows.size > 0) return [...rows.values()];
  return [toldAlone(program, `No selection is whole. ${why}`.trim())];
}

/**
 * Flattens what is in the shop: a row for each selection that can be sold at its usual price, as other programs want
 * it. What customers type, pick several of or put into kits is as it is at first.
 *
 * @param only slugs of the products that are flattened; null for all
 */
export function flatten(catalog: Catalog, only: ReadonlySet<string> | null, around: Around): WrittenSpreadsheet {
  const surroundings = pricedFor(surroundingsOf(catalog), null, around.today);
  const rows: FlatRow[] = [];
  for (const product of catalog.products) {
    if (only && !only.has(product.slug)) continue;
    const program = compile(product, surroundings);
    const isFaulty = program.faults.some(({ gravity }) => gravity === 'mustFix');
    rows.push(...(isFaulty ? [toldAlone(program, 'It is to be fixed first.')] : rowsOf(program, around)));
    if (rows.length > MOST_ROWS) {
      rows.length = MOST_ROWS;
      rows.push(
        toldAlone(program, `Here end the ${MOST_ROWS} rows that are written: select some products, and export those.`),
      );
      break;
    }
  }
  const titles = [...new Set(rows.flatMap(({ chosen }) => [...chosen.keys()]))];
  const taken = new Set<string>([...FIRST, ...LAST]);
  const heads = titles.map((title) => (taken.has(title) ? `${title} (choice)` : title));
  return {
    title: 'Selections',
    grid: [
      [...FIRST, ...heads, ...LAST],
      ...rows.map(({ first, chosen, last }) => [...first, ...titles.map((title) => chosen.get(title) ?? ''), ...last]),
    ],
    numbers: new Set([FIRST.length + titles.length, FIRST.length + titles.length + 1]),
  };
}
