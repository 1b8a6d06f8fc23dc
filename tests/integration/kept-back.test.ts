import { inArray } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { products } from '@/data/schema';
import { type BulkChange } from '@/services/many/bulk-change';
import { keptBack } from '@/services/products/kept-back';
import { createProduct } from '@/services/products/products';
import { publishProduct } from '@/services/products/publishing';
import { changeMany, lookAtMany } from '../support/many';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
let ids: number[];
beforeEach(async () => {
  context = await openServices();
  ids = [];
  for (const title of ['Wren', 'Linnet', 'Siskin'])
    ids.push(await createProduct(context, { title, ...(title === 'Wren' && { sku: 'WREN', price: '5' }) }));
});
afterEach(() => context.close());

async function told() {
  const rows = [];
  for await (const { row } of await keptBack(context, ids)) if (row) rows.push(row);
  return rows.map(({ title, faults }) => [title, faults.map(({ code, mends }) => [code, ...mends].join(' '))]);
}

/** Makes a change of many. @returns what it does to each of them, as it was said before */
async function make(change: BulkChange): Promise<string[]> {
  const { rows } = await lookAtMany(context, change);
  await changeMany(context, change);
  return rows.map(({ does }) => does);
}

const draftsNow = async () =>
  (await context.database.read.select().from(products).where(inArray(products.id, ids))).map(
    ({ draft: { sku, notCounted, category, price } }) => [sku, notCounted, category, price],
  );

describe('what keeps many from being published', () => {
  it('is told of each, and nothing of those that are ready', async () => {
    expect(await told()).toEqual([
      ['Linnet', ['skuMissing write', 'priceMissing', 'categoryMissing', 'drawsNothing notCounted']],
      ['Siskin', ['skuMissing write', 'priceMissing', 'categoryMissing', 'drawsNothing notCounted']],
      ['Wren', ['categoryMissing', 'drawsNothing notCounted']],
    ]);
  });

  it('is mended in all of them by what mends it in one, and they go into the shop', async () => {
    const all = { products: ids };
    expect(await make({ kind: 'mend', fault: 'skuMissing', does: 'write', ...all })).toEqual([
      'Write LINNET',
      'Write SISKIN',
      'needs no such change',
    ]);
    await make({ kind: 'mend', fault: 'drawsNothing', does: 'notCounted', ...all });
    await make({ kind: 'shelf', category: 'Birds', addTags: [], removeTags: [], ...all });
    expect(await told()).toEqual([
      ['Linnet', ['priceMissing']],
      ['Siskin', ['priceMissing']],
    ]);
    await make({ kind: 'prices', step: { kind: 'to', price: '7' }, crossOut: false, products: ids.slice(1) });
    expect(await told()).toEqual([]);
    expect(await draftsNow()).toEqual([
      ['WREN', 'madeToOrder', 'Birds', '5'],
      ['LINNET', 'madeToOrder', 'Birds', '7'],
      ['SISKIN', 'madeToOrder', 'Birds', '7'],
    ]);
    for (const id of ids) {
      const [row] = await context.database.read
        .select({ version: products.draftVersion })
        .from(products)
        .where(inArray(products.id, [id]));
      expect(await publishProduct(context, id, row?.version ?? 0)).toBe(1);
    }
  });

  it('is a change that nothing makes where there is nothing to mend', async () => {
    await expect(make({ kind: 'mend', fault: 'badGtin', does: 'write', products: ids })).rejects.toMatchObject({
      code: 'nothingChanges',
    });
  });
});
