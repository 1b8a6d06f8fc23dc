import { asc, eq, sql } from 'drizzle-orm';
import { LONGEST_WORDS } from '../../../core/text';
import { z } from 'zod';
import { freeKeys } from '../../../core/catalog';
import { type Queries } from '../../../data/database';
import { stockItems } from '../../../data/schema';
import { anyOfWords, bestOf, stockHaving, stockHavingAny } from '../../catalog/words-to-find';
import { atOneMoment, type Services } from '../../context';

/** A stock item that something may take. */
export interface FoundItem {
  readonly key: string;
  readonly title: string;
  /** UCUM code */
  readonly unit: string;
}

/** So many are told: who sees none of what is meant types on. */
const MOST_FOUND = 40;
/** Of so many that have any of the words it is looked how many they have. */
const MOST_WEIGHED = 200;

const COLUMNS = { id: stockItems.id, key: stockItems.key, title: stockItems.title, unit: stockItems.unit };

/** Names can be long: what is looked for is what they begin with. */
const wordsSchema = z
  .string()
  .max(2_000)
  .transform((words) => words.slice(0, LONGEST_WORDS));
export const stockAskedSchema = z.strictObject({
  words: wordsSchema.default('').describe('as typed'),
  name: wordsSchema.default('').describe('what takes from stock: an option, a variant, the product'),
  product: wordsSchema.default('').describe('name and SKU of the product'),
});

/**
 * Stock items to pick from, those archived left out: by words as well as they have them. Without words the likely ones
 * first, which share most words with what takes from stock, or with the product; then others by their names.
 */
export function findStock(
  context: Services,
  { words, name, product }: z.infer<typeof stockAskedSchema>,
): Promise<FoundItem[]> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const offered = sql`+${stockItems.archived} = 0`;
    const matching = (query: ReturnType<typeof stockHaving>, most: number) =>
      read
        .select(COLUMNS)
        .from(stockItems)
        .innerJoin(...bestOf(query, stockItems.id))
        .where(offered)
        .orderBy(sql`found.rank`)
        .limit(most);
    if (words.trim() !== '') return told(await matching(stockHaving(words), MOST_FOUND));
    const [own, stem] = [anyOfWords([name]), anyOfWords([product])];
    const alike = own.length + stem.length === 0 ? [] : await matching(stockHavingAny([...own, ...stem]), MOST_WEIGHED);
    const likely = alike
      .map((item) => ({ item, weight: weightOf(item, own, stem) }))
      .sort((a, b) => b.weight - a.weight || a.item.title.localeCompare(b.item.title))
      .map(({ item }) => item);
    const others =
      likely.length >= MOST_FOUND
        ? []
        : await read
            .select(COLUMNS)
            .from(stockItems)
            .where(eq(stockItems.archived, false))
            .orderBy(asc(sql`title collate nocase`))
            .limit(MOST_FOUND);
    return told([...new Map([...likely, ...others].map((item) => [item.id, item])).values()].slice(0, MOST_FOUND));
  });
}

const told = (items: readonly (FoundItem & { readonly id: number })[]): FoundItem[] =>
  items.map(({ key, title, unit }) => ({ key, title, unit }));

/** How likely an item is: what it shares with what takes from stock counts more than with the product. */
function weightOf({ key, title }: FoundItem, own: readonly string[], stem: readonly string[]): number {
  const theirs = new Set(anyOfWords([title, key]));
  const shared = (words: readonly string[]) => words.filter((word) => theirs.has(word)).length;
  return 3 * shared(own) + 2 * shared(stem);
}

export const namesSchema = z.strictObject({ titles: z.array(z.string().min(1).max(160)).min(1).max(3_000) });

/** Free keys for stock items that are to be called so, one for each, in their order. */
export async function freeStockKeys(
  { database: { read } }: Services,
  { titles }: z.infer<typeof namesSchema>,
): Promise<{ readonly keys: readonly string[] }> {
  const keyFor = await stockKeysFor(read, titles);
  return { keys: titles.map(keyFor) };
}

/** Gives free keys for stock items that are to be called by some of these titles, one after the other. */
export async function stockKeysFor(queries: Queries, titles: readonly string[]): Promise<(title: string) => string> {
  // A key begins as its title does: only those that do can be taken.
  const begins = [...new Set(titles.map((title) => freeKeys([])(title, 'item')))];
  const taken = await queries
    .select({ key: stockItems.key })
    .from(stockItems)
    .where(
      begins.length > 40
        ? undefined
        : sql.join(
            begins.map((key) => sql`${stockItems.key} between ${key} and ${`${key}~`}`),
            sql` or `,
          ),
    );
  const keyFor = freeKeys(taken.map(({ key }) => key));
  return (title) => keyFor(title, 'item');
}
