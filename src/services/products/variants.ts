import { eq, inArray } from 'drizzle-orm';
import { z } from 'zod';
import { type Services } from '../context';
import { keySchema } from '../../core/catalog';
import { Exact } from '../../core/number';
import { unitByCode } from '../../core/quantity';
import { basketLines, stockItems } from '../../data/schema';
import { Refusal } from '../refusal';
import { enterRead, entryKindSchema, readEntry, reasonSchema } from '../stock/entering/entry';
import { requireItem } from '../stock/items/item';

const figure = z.string().max(60);

/** New stock items, receipts and counts, booked all together or not at all. */
export const stockBatchSchema = z.strictObject({
  create: z
    .array(z.strictObject({ key: keySchema, title: z.string().trim().min(1).max(160), unit: z.string() }))
    .max(2000)
    .default([]),
  entries: z
    .array(z.strictObject({ key: z.string().max(60), kind: entryKindSchema, quantity: figure }))
    .max(2000)
    .default([]),
  reason: reasonSchema,
});

export type StockBatch = z.input<typeof stockBatchSchema>;

/**
 * Books a batch of stock: what is new is created, receipts add, adjustments set on hand to what was counted.
 *
 * @throws Refusal 409 when a key is taken or less was counted than is reserved, 422 for a figure that can't be read
 */
export async function bookStock({ database, now }: Services, input: StockBatch): Promise<void> {
  const { create, entries, reason } = stockBatchSchema.parse(input);
  await database.write(async (transaction) => {
    const at = now();
    for (const { key, title, unit } of create) {
      if (!unitByCode(unit)) throw new Refusal(422, 'unknownUnit', `“${unit}” is not a unit we know.`);
      const taken = await transaction.query.stockItems.findFirst({ where: eq(stockItems.key, key) });
      if (taken) throw new Refusal(409, 'keyTaken', `“${key}” is already the inside name of ${taken.title}.`);
      await transaction.insert(stockItems).values({ key, title, unit });
    }
    for (const { key, ...typed } of entries) {
      const item = await requireItem(transaction, key);
      const read = readEntry(item, typed);
      const isAsItWas = read.kind === 'counted' && read.quantity.equals(Exact.from(item.onHand));
      if (!isAsItWas) await enterRead(transaction, at, item, read, reason);
    }
    return undefined;
  });
}

/** What hangs on an option of a product, before it is removed or renamed. */
export interface OptionUse {
  /** open baskets with a line that has it chosen */
  readonly baskets: number;
  /** on hand of the stock items asked about, in words of the ledger: decimals */
  readonly stock: readonly {
    readonly key: string;
    readonly title: string;
    readonly onHand: string;
    readonly unit: string;
  }[];
}

export const optionUseSchema = z.strictObject({
  choice: z.string().max(130),
  options: z.array(z.string().max(60)).max(500),
  stock: z.array(z.string().max(60)).max(2000),
});

/** Says what hangs on some options of a choice of a product. */
export async function readOptionUse(
  { database }: Services,
  productId: number,
  { choice, options, stock }: z.infer<typeof optionUseSchema>,
): Promise<OptionUse> {
  const lines = await database.read
    .select({ basket: basketLines.basket, answers: basketLines.answers })
    .from(basketLines)
    .where(eq(basketLines.productId, productId));
  const named = (answer: unknown): boolean => {
    if (typeof answer === 'string') return options.includes(answer);
    if (Array.isArray(answer)) return answer.some(named);
    return typeof answer === 'object' && answer !== null && 'option' in answer && named(answer.option);
  };
  const items =
    stock.length > 0 ? await database.read.select().from(stockItems).where(inArray(stockItems.key, stock)) : [];
  return {
    baskets: new Set(lines.filter(({ answers }) => named(answers[choice])).map(({ basket }) => basket)).size,
    stock: items.map(({ key, title, onHand, unit }) => ({ key, title, onHand, unit })),
  };
}
