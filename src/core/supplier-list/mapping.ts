import { z } from 'zod';
import { hidesSigns } from '../text';

/** What a column of a supplier's list says. */
export const columnUses = [
  'none',
  'title',
  'code',
  'category',
  'description',
  'tags',
  'choice',
  'sku',
  'gtin',
  'price',
  'wasPrice',
  'cost',
  'onHand',
] as const;
export type ColumnUse = (typeof columnUses)[number];

/** In what order the values of a column become options. */
export const valueOrders = ['size', 'found', 'title'] as const;
export type ValueOrder = (typeof valueOrders)[number];

const LONGEST_HEAD = 200;
const LONGEST_VALUE = 200;

/** So many columns a list has at most; one that is taken apart gives some more. */
export const MOST_COLUMNS = 220;

/** A line of text in which nothing is hidden. */
const seenText = (most: number) =>
  z
    .string()
    .trim()
    .max(most)
    .refine((text) => !hidesSigns(text), 'Some of its characters can’t be seen. Type it anew.');

const columnSchema = z.strictObject({
  head: z.string().max(LONGEST_HEAD),
  use: z.enum(columnUses),
  title: seenText(80).default('').describe('what a choice is called; empty for as its column'),
  order: z
    .enum(valueOrders)
    .default('size')
    .describe('of the options of a choice: by size where all are sizes or measures, else as found; as found; by title'),
  words: z
    .record(z.string().max(LONGEST_VALUE), z.string().trim().max(120))
    .default({})
    .describe('what a value is called as an option, where that is something else'),
});
export type ListColumn = z.infer<typeof columnSchema>;

/** How a supplier's flat list becomes products. */
export const listMappingSchema = z.strictObject({
  supplier: seenText(80).default('').describe('whose list it is: kept under this name for the next one'),
  columns: z.array(columnSchema).max(MOST_COLUMNS),
  split: z
    .strictObject({ head: z.string().max(LONGEST_HEAD), separator: z.string().min(1).max(5) })
    .nullable()
    .default(null)
    .describe('a column that holds several things, and what parts them'),
  category: seenText(80).default('').describe('of new products, where no column says it'),
  prices: z
    .enum(['amounts', 'variants'])
    .default('amounts')
    .describe(
      'whether prices become a base price and amounts of options as far as that is exact, or one of each variant',
    ),
  stock: z
    .enum(['counted', 'madeToOrder'])
    .default('counted')
    .describe('whether a new row becomes a stock item, or is made to order'),
  gone: z.enum(['keep', 'offSale']).default('keep').describe('what becomes of variants that the list has not any more'),
});
export type ListMapping = z.infer<typeof listMappingSchema>;

/** Uses that one column alone can have. */
export const SINGLE_USES: ReadonlySet<ColumnUse> = new Set(
  columnUses.filter((use) => use !== 'none' && use !== 'choice'),
);

/** Uses whose cells are figures. */
export const FIGURE_USES: ReadonlySet<ColumnUse> = new Set(['price', 'wasPrice', 'cost', 'onHand']);

/** What an option is called for a value. */
export const wordFor = ({ words }: ListColumn, value: string): string =>
  Object.hasOwn(words, value) && words[value] !== '' ? (words[value] ?? value) : value;

const OF_PART = / \[\d\]$/;

/** What a part of a column that is taken apart is called. */
export const headOfPart = (head: string, part: number): string => `${head} [${part + 1}]`;

/** Whether a heading is that of such a part. */
export const isPart = (head: string): boolean => OF_PART.test(head);

/** What a choice of a column is called: `COLOUR` is `Colour`. */
export function choiceTitle({ title, head }: ListColumn): string {
  if (title !== '') return title;
  const plain = head.replace(OF_PART, '');
  return (plain === plain.toUpperCase() ? plain.charAt(0) + plain.slice(1).toLowerCase() : plain).slice(0, 80);
}
