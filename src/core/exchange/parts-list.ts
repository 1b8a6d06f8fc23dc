import Papa from 'papaparse';
import { freeKeys, MOST_OF_A_PART, type Part, partSchema } from '../catalog';
import { closest } from '../text';
import { cellBy, headingLine } from './heading-line';

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

/**
 * Reads a parts list from a spreadsheet: a line each, with SKU and quantity, parted by tabs, semicolons or commas.
 * A line without a quantity is one. What follows, such as a title, is not read. Where the first line has headings,
 * columns stand in their order.
 *
 * @param products those that can be parts
 * @param keys keys that are taken already
 */
export function readPartsList(text: string, products: readonly PartProduct[], keys: readonly string[]): PartLine[] {
  const bySku = new Map(products.map((product) => [product.sku.toLowerCase(), product]));
  const keyFor = freeKeys(keys);
  const lines = text
    .replace(/^\ufeff/, '')
    .split(/\r\n|\r|\n/)
    .slice(0, MOST_LINES);
  const sign = ['\t', ';', ','].find((candidate) => lines.some((line) => line.includes(candidate))) ?? '\t';
  const cellsOf = (line: string) => Papa.parse<string[]>(line, { delimiter: sign }).data[0] ?? [];
  const headings = headingLine(cellsOf(lines[0] ?? ''), HEADS, 'sku');
  return lines.flatMap((line, index): PartLine[] => {
    if (line.trim() === '' || (headings && index === 0)) return [];
    const cell = cellBy(cellsOf(line), headings ?? COLUMNS);
    const [sku, quantityText] = [cell('sku'), cell('quantity')];
    const product = bySku.get(sku.toLowerCase()) ?? null;
    const quantity = quantityText === '' ? 1 : Number(quantityText);
    const wrong = (fault: string): PartLine[] => [{ line: index + 1, text: line, part: null, product, fault }];
    if (sku === '') return wrong('It has no SKU.');
    if (!product) {
      const meant = closest(
        sku,
        products.map((candidate) => candidate.sku),
      );
      return wrong(`No product in the shop has the SKU “${sku}”.${meant === null ? '' : ` “${meant}” may be meant.`}`);
    }
    if (!Number.isInteger(quantity) || quantity < 1 || quantity > MOST_OF_A_PART)
      return wrong(`“${quantityText}” is no quantity. Give a whole number from 1 to ${MOST_OF_A_PART}.`);
    const part = partSchema.parse({
      key: keyFor(product.title, 'part'),
      candidates: [{ product: product.slug }],
      quantity: { least: quantity, usual: quantity, most: quantity },
    });
    return [{ line: index + 1, text: line, part, product, fault: null }];
  });
}
