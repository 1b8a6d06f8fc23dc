import { type ProductStep } from '../catalog/product-steps';
import { atOneMoment, type Services } from '../context';
import { type CatalogSurroundings, type Sheet } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { sheetFaults } from '../../core/judge';
import { faultWords } from '../../core/words';
import { type ComparedProduct } from '../figures/margins';
import { othersTurn } from '../in-pieces';
import { compared } from '../prices/floors';
import { type BulkChange } from './bulk-change';
import { nameOfDraft, nameOfTargets, readTargets, type Target, wordsOfChange, type Worked, workOut } from './work-out';

/** What a change of many would do to one product or sheet. */
export interface BulkRow {
  readonly of: 'product' | 'sheet';
  readonly id: number;
  readonly title: string;
  readonly does: string;
  readonly changes: boolean;
  /** null also where nothing changes: then it is not looked at */
  readonly priceBefore: string | null;
  readonly priceAfter: string | null;
  /** what is to be mended after, that was right before */
  readonly faults: readonly string[];
  /** proofs that held before and no longer do after */
  readonly brokenProofs: readonly string[];
  /** which selection of it then earns less than its floor, and did not before; null where none does */
  readonly belowFloor: string | null;
}

/** A change of many as it is seen before it is made. */
export interface BulkPreview {
  readonly words: string;
  /** the name of the drafts that it is worked out from */
  readonly seen: string;
  /** one after the other; the caller may stop at any step */
  readonly steps: AsyncGenerator<ProductStep<BulkRow>>;
}

/**
 * What a change of many would do, one by one. Nothing is changed.
 *
 * @param from so many of them have been looked at before
 * @throws Refusal 404, 422 where it is about nothing, or what it names is not there
 */
export async function previewBulk(context: Services, change: BulkChange, from = 0): Promise<BulkPreview> {
  const { words, targets } = await atOneMoment(context, async ({ database: { read }, now }) => ({
    words: await wordsOfChange(read, now(), change),
    targets: await readTargets(read, change),
  }));
  return { words, seen: nameOfTargets(targets), steps: lookAt(context, change, targets, from) };
}

/** So many are looked at together: what each earns takes a while, and the first is wanted soon. */
const AT_ONCE = 4;

async function* lookAt(
  context: Services,
  change: BulkChange,
  targets: readonly Target[],
  from: number,
): AsyncGenerator<ProductStep<BulkRow>> {
  let done = from;
  for (const part of inParts(targets.slice(from), AT_ONCE)) {
    const { worked, surroundings, today, costs } = await atOneMoment(context, async ({ database, now }) => {
      const { worked: rows, around } = await workOut(database.read, now(), change, part);
      return { worked: rows, ...(await around()) };
    });
    // What stays as it is need not be looked at.
    const changing = worked.flatMap((one) => (one.of === 'product' && one.after !== one.before ? [one] : []));
    const found = await compared(
      changing.map(({ before, after }) => ({
        before: { product: before, surroundings },
        after: { product: after, surroundings },
      })),
      today,
      costs,
    );
    const byId = new Map(changing.map(({ id }, place) => [id, found[place]]));
    const rows = new Map(worked.map((one) => [nameOfDraft(one), rowOf(one, byId.get(one.id), surroundings)]));
    for (const target of part)
      yield { done: (done += 1), total: targets.length, row: rows.get(nameOfDraft(target)) ?? null };
    await othersTurn();
  }
}

function rowOf(one: Worked, found: ComparedProduct | undefined, surroundings: CatalogSurroundings): BulkRow {
  const { of, id, does } = one;
  const row = { of, id, title: one.before.title, does, changes: one.after !== one.before };
  if (one.of === 'sheet')
    return {
      ...row,
      priceBefore: null,
      priceAfter: null,
      faults: newFaults(one.before, one.after, surroundings),
      brokenProofs: [],
      belowFloor: null,
    };
  const { priceBefore = null, priceAfter = null, stops = [], breaks = [], belowFloor = null } = found ?? {};
  return {
    ...row,
    priceBefore,
    priceAfter,
    faults: stops,
    brokenProofs: breaks.map(({ title }) => title),
    belowFloor,
  };
}

/** What is wrong with a sheet that was right before. */
function newFaults(before: Sheet, after: Sheet, surroundings: CatalogSurroundings): string[] {
  if (before === after) return [];
  const faultsOf = (sheet: Sheet) => [...new Set(sheetFaults(sheet, surroundings).map(({ data }) => faultWords(data)))];
  const wrong = new Set(faultsOf(before));
  return faultsOf(after).filter((fault) => !wrong.has(fault));
}
