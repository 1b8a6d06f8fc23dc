import { freeKeys, MOST_OF_A_PART, type Part, partSchema } from '../catalog';
import { cellBy, headingLine } from './heading-line';
import { cellsPartedBy, linesOf, signAmong } from './parted';

/** A product that a pasted line can mean. */
export interface PartProduct {
  readonly slug: string;
  readonly title: string;
  readonly sku: string;
}

/** One line of a pasted parts list, with the part it makes or what is wrong with it. */
export interface PartLine {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  readonly part: Part | null;
  /** the product that is meant, where there is one */
  readonly product: PartProduct | null;
  readonly fault: string | null;
}

const COLUMNS = ['sku', 'quantity'] as const;

const HEADS: Readonly<Record<string, (typeof COLUMNS)[number]>> = {
  sku: 'sku',
  code: 'sku',
  article: 'sku',
  'article number': 'sku',
  item: 'sku',
  quantity: 'quantity',
  qty: 'quantity',
  pieces: 'quantity',
  count: 'quantity',
};
const MOST_LINES = 500;

/** What is known of the SKUs in a list. */
export interface KnownSkus {
  /** products that can be parts */
  readonly products: readonly PartProduct[];
  /** by a SKU that none has, the one that may be meant */
  readonly meant: Readonly<Record<string, string>>;
}

interface Cells {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  readonly sku: string;
  readonly quantity: string;
}

function cellsOfLines(text: string): Cells[] {
  const lines = linesOf(text).slice(0, MOST_LINES);
  const cellsOf = cellsPartedBy(signAmong(lines, ['\t', ';', ',']) ?? '\t');
  const headings = headingLine(cellsOf(lines[0] ?? ''), HEADS, 'sku');
  return lines.flatMap((line, index): Cells[] => {
    if (line.trim() === '' || (headings && index === 0)) return [];
    const cell = cellBy(cellsOf(line), headings ?? COLUMNS);
    return [{ line: index + 1, text: line, sku: cell('sku'), quantity: cell('quantity') }];
  });
}

/** The SKUs in a parts list, each once: what is to be known to read it. */
export const skusInPartsList = (text: string): string[] => [
  ...new Set(cellsOfLines(text).flatMap(({ sku }) => (sku === '' ? [] : sku))),
];

/**
 * Reads a parts list from a spreadsheet: a line each, with SKU and quantity, parted by tabs, semicolons or commas.
 * A line without a quantity is one. What follows, such as a title, is not read. Where the first line has headings,
 * columns stand in their order.
 *
 * @param keys keys that are taken already
 */
export function readPartsList(text: string, { products, meant }: KnownSkus, keys: readonly string[]): PartLine[] {
  const bySku = new Map(products.map((product) => [product.sku.toLowerCase(), product]));
  const keyFor = freeKeys(keys);
  return cellsOfLines(text).map(({ line, text: given, sku, quantity: quantityText }): PartLine => {
    const product = bySku.get(sku.toLowerCase()) ?? null;
    const quantity = quantityText === '' ? 1 : Number(quantityText);
    const wrong = (fault: string): PartLine => ({ line, text: given, part: null, product, fault });
    if (sku === '') return wrong('It has no SKU.');
    if (!product) {
      const near = Object.hasOwn(meant, sku) ? ` “${meant[sku] ?? ''}” may be meant.` : '';
      return wrong(`No product has the SKU “${sku}”.${near}`);
    }
    if (!Number.isInteger(quantity) || quantity < 1 || quantity > MOST_OF_A_PART)
      return wrong(`“${quantityText}” is no quantity. Give a whole number from 1 to ${MOST_OF_A_PART}.`);
    const part = partSchema.parse({
      key: keyFor(product.title, 'part'),
      candidates: [{ product: product.slug }],
      quantity: { least: quantity, usual: quantity, most: quantity },
    });
    return { line, text: given, part, product, fault: null };
  });
}
