import { type ProductStep } from '@/services/catalog/product-steps';
import { type Services } from '@/services/context';
import { type BulkChange } from '@/services/many/bulk-change';
import { applyBulk, type MadeRow, undoBulk } from '@/services/many/make';
import { type BulkRow, previewBulk } from '@/services/many/preview';

/** What a change of many would do, to its end. */
export async function lookAtMany(context: Services, change: BulkChange) {
  const { steps, ...told } = await previewBulk(context, change);
  const rows: BulkRow[] = [];
  for await (const { row } of steps) if (row) rows.push(row);
  return { ...told, rows };
}

/** Makes a change of many, to its end. */
export async function changeMany(context: Services, change: BulkChange, seen?: string) {
  return madeOf(await applyBulk(context, change, seen));
}

/** Takes a change of many back, to its end. */
export async function takeBackMany(context: Services, id: number) {
  const { changed, kept } = await madeOf(await undoBulk(context, id));
  return { restored: changed, kept };
}

async function madeOf(steps: AsyncIterable<ProductStep<MadeRow>>) {
  const kept: string[] = [];
  let [id, changed] = [0, 0];
  for await (const { row } of steps) {
    if (!row) continue;
    id = row.change;
    if (row.isKept) kept.push(row.title);
    else changed += 1;
  }
  return { id, changed, kept };
}
