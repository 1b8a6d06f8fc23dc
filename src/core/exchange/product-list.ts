import { type reasonsNotCounted, SKU_PATTERN, skuFrom } from '../catalog';
import { readNumber } from '../quantity';
import { cellBy, headingLine } from './heading-line';
import { cellsPartedBy, linesOf, signAmong } from './parted';
import { readTypedMoney } from './typed-money';

/** One line of a pasted list of products, with what it starts or what is wrong with it. */
export interface ProductLine {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  readonly product: {
    readonly title: string;
    readonly sku: string;
    readonly price: string | null;
    readonly category: string | null;
    /** what is counted of it, as a new stock item: decimals; null where it is not, or nothing is said of stock */
    readonly stock: { readonly onHand: string; readonly cost: string | null } | null;
    readonly notCounted: (typeof reasonsNotCounted)[number] | null;
  } | null;
  readonly fault: string | null;
}

const COLUMNS = ['title', 'sku', 'price', 'category', 'stock', 'cost'] as const;

const HEADS: Readonly<Record<string, (typeof COLUMNS)[number]>> = {
  name: 'title',
  title: 'title',
  product: 'title',
  article: 'title',
  sku: 'sku',
  code: 'sku',
  'article number': 'sku',
  number: 'sku',
  price: 'price',
  'base price': 'price',
  amount: 'price',
  category: 'category',
  group: 'category',
  department: 'category',
  stock: 'stock',
  'on hand': 'stock',
  quantity: 'stock',
  cost: 'cost',
  'unit cost': 'cost',
};

const NOT_COUNTED: Readonly<Record<string, (typeof reasonsNotCounted)[number]>> = {
  'made to order': 'madeToOrder',
  'to order': 'madeToOrder',
  service: 'service',
};

const MOST_LINES = 500;
const LONGEST_TITLE = 160;
const LONGEST_CATEGORY = 80;

/**
 * Reads products from a spreadsheet: a line each, with name, SKU, price, category, what is on hand of it and what one
 * costs, parted by tabs or semicolons. Only the name must be there; an SKU is made of it. What is not counted is `made
 * to order` or a `service`. Where the first line has headings, columns stand in their order.
 *
 * @param skus SKUs that are taken already
 */
export function readProductList(text: string, skus: readonly string[]): ProductLine[] {
  const taken = new Set(skus.map((sku) => sku.toLowerCase()));
  const lines = linesOf(text).slice(0, MOST_LINES + 1);
  const cellsOf = cellsPartedBy(signAmong(lines, ['\t', ';']) ?? '\t');
  const headings = headingLine(cellsOf(lines[0] ?? ''), HEADS, 'title');
  return lines.flatMap((line, index): ProductLine[] => {
    if (line.trim() === '' || (headings && index === 0)) return [];
    const cell = cellBy(cellsOf(line), headings ?? COLUMNS);
    const [title, priceText, category] = [cell('title'), cell('price'), cell('category')];
    const sku = cell('sku') || skuFrom(title);
    const wrong = (fault: string): ProductLine[] => [{ line: index + 1, text: line, product: null, fault }];
    if (title === '') return wrong('It has no name.');
    if (title.length > LONGEST_TITLE)
      return wrong(`The name has ${title.length} characters; there is room for ${LONGEST_TITLE}.`);
    if (category.length > LONGEST_CATEGORY)
      return wrong(`The category has ${category.length} characters; there is room for ${LONGEST_CATEGORY}.`);
    if (sku !== '' && !SKU_PATTERN.test(sku))
      return wrong(`“${sku}” is no SKU: letters, digits, points, hyphens and slashes, at most 40.`);
    if (sku !== '' && taken.has(sku.toLowerCase())) return wrong(`The SKU “${sku}” is taken.`);
    const read = priceText === '' ? null : readTypedMoney(priceText, null);
    if (read?.fault !== undefined) return wrong(read.fault);
    const price = read?.value ?? null;
    if (price && price.sign() < 0) return wrong('A price can’t be less than nothing.');
    const supply = readSupply(cell('stock'), cell('cost'));
    if (supply.fault !== undefined) return wrong(supply.fault);
    taken.add(sku.toLowerCase());
    return [
      {
        line: index + 1,
        text: line,
        product: { title, sku, price: price && price.toString(), category: category || null, ...supply },
        fault: null,
      },
    ];
  });
}

type Supply = Pick<NonNullable<ProductLine['product']>, 'stock' | 'notCounted'> & { readonly fault?: undefined };

/** What a line says of stock and of what one costs. */
function readSupply(stockText: string, costText: string): Supply | { readonly fault: string } {
  const notCounted = NOT_COUNTED[stockText.toLowerCase()] ?? null;
  const isCounted = stockText !== '' && notCounted === null;
  if (costText !== '' && !isCounted)
    return { fault: 'A cost is kept with what is counted: enter how many there are, 0 where there is none.' };
  if (!isCounted) return { stock: null, notCounted };
  const onHand = readNumber(stockText);
  if (onHand.fault || onHand.value.sign() < 0 || onHand.value.decimalPlaces() === null)
    return { fault: `“${stockText}” is not what is on hand. Enter a number, “made to order” or “service”.` };
  const cost = costText === '' ? null : readTypedMoney(costText, null);
  if (cost?.fault !== undefined) return { fault: cost.fault };
  if (cost && cost.value.sign() < 0) return { fault: 'A cost can’t be less than nothing.' };
  return { stock: { onHand: onHand.value.toString(), cost: cost && cost.value.toString() }, notCounted: null };
}
