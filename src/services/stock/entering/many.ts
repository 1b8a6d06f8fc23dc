import { eq, inArray, sql } from 'drizzle-orm';
import { z } from 'zod';
import { type EntryKind } from '../../../core/exchange';
import { type Queries } from '../../../data/database';
import { expectedReceipts, stockItems, stockPostings } from '../../../data/schema';
import { readShop } from '../../catalog/surroundings';
import { bestOf, stockHaving } from '../../catalog/words-to-find';
import { atOneMoment, type Services } from '../../context';
import { inPieces } from '../../in-pieces';
import { Refusal } from '../../refusal';
import { seenName } from '../../seen';
import { requireFloorsKept } from '../items/cost-check';
import { takeExpected } from '../items/expected';
import { moveAll } from '../ledger/ledger';
import { readLots } from '../ledger/lots';
import { findMeanings } from './codes';
import { costChangesOf, enterRead, entryKindSchema, movementOf, reasonSchema, receivedBy } from './entry';
import { type EntryLine, type ExpectedOfLine, judgeOf, type Known, lineSchema, type SeenLine } from './judge-lines';

/** So many lines one delivery or count has. */
export const MOST_LINES = 500;

export const entryLinesSchema = z.strictObject({
  kind: entryKindSchema,
  lines: z.array(lineSchema).max(MOST_LINES, `At most ${MOST_LINES} lines are entered at once.`),
});

export const entriesSchema = entryLinesSchema.extend({
  lines: z.array(lineSchema).min(1, 'Nothing is to be entered: there is no line.').max(MOST_LINES),
  /** made by the browser, so that the same press of the button is one delivery */
  token: z.string().min(8).max(60),
  reason: reasonSchema,
  /** how many products were seen to fall below their floor by these costs */
  accepted: z.int().min(0).default(0),
});

/** What lines come to before they are entered, in their order. */
export interface SeenEntries {
  readonly lines: readonly SeenLine[];
  readonly currency: string;
}

/** One look at all lines, before anything is entered. */
export function lookAtEntries(
  context: Services,
  { kind, lines }: z.infer<typeof entryLinesSchema>,
): Promise<SeenEntries> {
  return atOneMoment(context, async ({ database: { read }, now }) => {
    const known = await readKnown(read, now(), lines);
    const judge = judgeOf(kind, known);
    return {
      lines: await inPieces(lines, (line) => withOffers(read, judge(line).seen, line.code)),
      currency: (await readShop(read)).currency,
    };
  });
}

/**
 * Enters all lines, or none of them: receipts add to what is there, counts set on hand to what was counted.
 *
 * @returns how many lines were entered; the same for the same token again, of which nothing is entered twice
 * @throws Refusal 422 with the first line that can't be entered, 409 where costs would bring more products below their
 *   floor than was accepted, or a token was used for something else
 */
export async function enterMany(
  context: Services,
  { kind, lines, reason, token, accepted }: z.infer<typeof entriesSchema>,
): Promise<{ readonly entered: number }> {
  const { database, now } = context;
  const hash = seenName([kind, lines, reason]);
  const looked = await atOneMoment(context, async ({ database: { read } }) => {
    if (await isPosted(read, token, hash)) return null;
    const known = await readKnown(read, now(), lines);
    return { known, entries: entriesOf(kind, known, lines) };
  });
  const done = { entered: lines.length };
  if (!looked) return done;
  await requireFloorsKept(
    context,
    looked.entries.flatMap(({ item, entry }) => costChangesOf(item.key, entry)),
    accepted,
  );
  await database.write(async (transaction) => {
    if (await isPosted(transaction, token, hash)) return;
    const items = await readItems(transaction, [...looked.known.items.keys()]);
    const lots = await readLots(transaction, [...items.values()]);
    const expected = await expectedOf(transaction, items);
    // What codes mean was seen a moment ago; what there is may be another by now.
    const entries = entriesOf(kind, { ...looked.known, items, lots, expected }, lines);
    await moveAll(
      transaction,
      now(),
      entries.flatMap(({ item, entry }) => movementOf(item, entry, reason) ?? []),
    );
    for (const { item, entry, line } of entries) {
      try {
        if (entry.kind === 'lots' || entry.kind === 'lot') await enterRead(transaction, now(), item, entry, reason);
        const came = lines[line - 1]?.expected ?? null;
        if (came !== null) await takeExpected(transaction, item.id, came, receivedBy(entry));
      } catch (error) {
        throw error instanceof Refusal ? lineRefused(line, error.message, error.code) : error;
      }
    }
    await transaction.insert(stockPostings).values({ token, hash, at: now() });
  });
  return done;
}

/** @throws Refusal 409 where the token was used for something else */
async function isPosted(queries: Queries, token: string, hash: string): Promise<boolean> {
  const posted = await queries.query.stockPostings.findFirst({ where: eq(stockPostings.token, token) });
  if (posted && posted.hash !== hash)
    throw new Refusal(409, 'tokenUsed', 'This has been entered already, with other lines. Reload the page.');
  return posted !== undefined;
}

const lineRefused = (line: number, words: string, code = 'lineRefused') =>
  new Refusal(422, code, `Line ${line}: ${words} Nothing was entered.`, { line });

/** What lines enter, in their order. @throws Refusal 422 with the first that can't be entered */
function entriesOf(kind: EntryKind, known: Known, lines: readonly EntryLine[]) {
  const judge = judgeOf(kind, known);
  return lines.map((line, place) => {
    const { seen, item, entry } = judge(line);
    if (!item || !entry || seen.fault !== null) throw lineRefused(place + 1, seen.fault ?? 'It can’t be entered.');
    return { item, entry, line: place + 1 };
  });
}

async function readKnown(queries: Queries, at: Date, lines: readonly EntryLine[]): Promise<Known> {
  const meanings = await findMeanings(
    queries,
    at,
    lines.map(({ code }) => code),
  );
  const keys = new Set([...meanings.values()].flatMap(({ items }) => items.map(({ key }) => key)));
  const items = await readItems(queries, [...keys]);
  return {
    meanings,
    items,
    lots: await readLots(queries, [...items.values()]),
    expected: await expectedOf(queries, items),
  };
}

async function readItems(queries: Queries, keys: readonly string[]): Promise<Known['items']> {
  if (keys.length === 0) return new Map();
  const rows = await queries
    .select()
    .from(stockItems)
    .where(inArray(stockItems.key, [...keys]));
  return new Map(rows.map((row) => [row.key, row]));
}

/** What is on its way of items, soonest first. */
async function expectedOf(queries: Queries, items: Known['items']): Promise<Known['expected']> {
  if (items.size === 0) return new Map();
  const rows = await queries
    .select()
    .from(expectedReceipts)
    .where(
      inArray(
        expectedReceipts.itemId,
        [...items.values()].map(({ id }) => id),
      ),
    )
    .orderBy(expectedReceipts.day, expectedReceipts.id);
  const byItem = new Map<number, ExpectedOfLine[]>();
  for (const { itemId, id, day, quantity } of rows)
    byItem.set(itemId, [...(byItem.get(itemId) ?? []), { id, day, quantity }]);
  return byItem;
}

const MOST_OFFERED = 6;

/** A line that names nothing, with what its words find. */
async function withOffers(read: Queries, line: SeenLine, code: string): Promise<SeenLine> {
  if (line.item || line.offered.length > 0 || code.trim() === '') return line;
  const offered = await read
    .select({ key: stockItems.key, title: stockItems.title })
    .from(stockItems)
    .innerJoin(...bestOf(stockHaving(code), stockItems.id))
    .where(sql`+${stockItems.archived} = 0`)
    .orderBy(sql`found.rank`)
    .limit(MOST_OFFERED);
  return { ...line, offered };
}
