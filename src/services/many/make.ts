import { and, desc, eq, lt, sql } from 'drizzle-orm';
import { type ProductStep } from '../catalog/product-steps';
import { atOneMoment, type Services } from '../context';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import { type FormerDraft } from '../../data/documents';
import { bulkChangeDrafts, bulkChanges, products, sheets } from '../../data/schema';
import { othersTurn } from '../in-pieces';
import { productLife } from '../products/life';
import { notFound, Refusal } from '../refusal';
import { sheetLife } from '../sheets/life';
import { type BulkChange, bulkChangeSchema } from './bulk-change';
import { nameOfDraft, nameOfTargets, readTargets, type Target, wordsOfChange, type Worked, workOut } from './work-out';
import { log } from '../../data/log';

/** What has become of one draft. */
export interface MadeRow {
  /** the change of many that it is of */
  readonly change: number;
  readonly title: string;
  /** whether somebody else has changed it meanwhile, so that it stays as it is */
  readonly isKept: boolean;
}

/** So many drafts are written together: nobody else who writes waits longer than a moment. */
const AT_ONCE = 10;

/** Of so many changes it is kept what the drafts were: earlier ones can’t be taken back any more. */
const MOST_KEPT = 10;

/**
 * Changes many drafts, some of them together: whoever stops in between finds the rest as it was, and can go on or take
 * it back. What others change meanwhile stays as they have it.
 *
 * @param seen the name of the drafts that the preview was worked out from
 * @throws Refusal 404, 422 as a preview; 409 where other drafts were seen, or nothing changes any more
 */
export async function applyBulk(
  context: Services,
  change: BulkChange,
  seen?: string,
): Promise<AsyncGenerator<ProductStep<MadeRow>>> {
  const { words, targets, last } = await atOneMoment(context, async ({ database: { read }, now }) => ({
    words: await wordsOfChange(read, now(), change),
    targets: await readTargets(read, change),
    last: await lastId(read),
  }));
  if (seen !== undefined && seen !== nameOfTargets(targets)) throw moved();
  return changeEach(context, change, targets, { id: null, words, last });
}

/** Goes on with a change of many that was stopped. @throws Refusal 404, 409 where there is nothing to go on with */
export async function goOnWithBulk(context: Services, id: number): Promise<AsyncGenerator<ProductStep<MadeRow>>> {
  const { plan, words, isDone } = await atOneMoment(context, async ({ database: { read } }) => {
    const row = await requireChange(read, id);
    const rows = await read
      .select({ of: bulkChangeDrafts.of, id: bulkChangeDrafts.draftId })
      .from(bulkChangeDrafts)
      .where(eq(bulkChangeDrafts.changeId, id));
    return { plan: row.plan, words: row.words, isDone: new Set(rows.map(nameOfDraft)) };
  });
  if (!plan) throw new Refusal(409, 'nothingLeft', 'That change is made, or has been taken back. Look again.');
  const left = plan.targets.filter((target) => !isDone.has(nameOfDraft(target)));
  return changeEach(context, bulkChangeSchema.parse(plan.change), left, { id, words, last: id });
}

/** Number of the last change of many; 0 for none. */
const lastId = async (queries: Queries): Promise<number> =>
  (await queries.select({ id: bulkChanges.id }).from(bulkChanges).orderBy(desc(bulkChanges.id)).limit(1))[0]?.id ?? 0;

const moved = () =>
  new Refusal(
    409,
    'changedMeanwhile',
    'Some of these drafts have been changed since you looked. Look again at what would happen.',
  );

async function* changeEach(
  context: Services,
  change: BulkChange,
  targets: readonly Target[],
  {
    id: begun,
    words,
    last,
  }: {
    readonly id: number | null;
    readonly words: string;
    /** the last change of many as the drafts were read */
    readonly last: number;
  },
): AsyncGenerator<ProductStep<MadeRow>> {
  let id = begun;
  let done = 0;
  for (const part of inParts(targets, AT_ONCE)) {
    const { worked } = await atOneMoment(context, ({ database, now }) => workOut(database.read, now(), change, part));
    const changing = worked.filter(({ before, after }) => after !== before);
    const rows =
      changing.length === 0
        ? []
        : await context.database.write(async (transaction) => {
            const at = context.now();
            // Whoever presses twice makes it once: another change of many has come since.
            if (id === null && (await lastId(transaction)) !== last) throw moved();
            const made = id ?? (await createChange(transaction, words, { change, targets }, at));
            const told: MadeRow[] = [];
            for (const one of changing) {
              const isMade = await changeDraft(transaction, made, one, at);
              told.push({ change: made, title: one.before.title, isKept: !isMade });
            }
            return told;
          });
    id ??= rows[0]?.change ?? null;
    const seen = new Set(worked.map(nameOfDraft));
    const outdated = part.filter((target) => !seen.has(nameOfDraft(target)));
    const all = [...rows, ...(id === null ? [] : await titlesOf(context, id, outdated))];
    // What stays as it is has nothing to be told of.
    for (const [place] of part.entries()) yield { done: (done += 1), total: targets.length, row: all[place] ?? null };
    await othersTurn();
  }
  if (id === null) throw new Refusal(409, 'nothingChanges', 'Nothing would be another than it is. Look again.');
  const made = id;
  await context.database.write((transaction) => endOf(transaction, made));
}

/** What others have changed meanwhile. */
const titlesOf = (context: Services, change: number, targets: readonly Target[]): Promise<MadeRow[]> =>
  atOneMoment(context, async ({ database: { read } }) => {
    const found: MadeRow[] = [];
    for (const { of, id } of targets) {
      const table = of === 'product' ? products : sheets;
      const [row] = await read.select({ title: table.title }).from(table).where(eq(table.id, id));
      if (row) found.push({ change, title: row.title, isKept: true });
    }
    return found;
  });

type Changing<One> = One extends Worked ? Omit<One, 'does'> : never;

/**
 * Changes a draft as part of a change of many, and keeps what it was. @returns whether it had the version in which it
 * was seen: another stays as it is
 */
export async function changeDraft(
  transaction: Queries,
  changeId: number,
  one: Changing<Worked>,
  at: Date,
): Promise<boolean> {
  const stored = await store(transaction, one, at);
  if (!stored?.isStored) return false;
  const versionAfter = one.version + 1;
  const former: FormerDraft =
    one.of === 'product'
      ? { productId: one.id, definition: one.before, versionAfter }
      : { sheetId: one.id, definition: one.before, versionAfter };
  await transaction.insert(bulkChangeDrafts).values({ changeId, of: one.of, draftId: one.id, former });
  return true;
}

type Storing<One> = One extends Worked ? Pick<One, 'of' | 'id' | 'version' | 'after'> : never;

/** Stores a draft, unless it has another version by now. @returns what it was called; null where it is gone */
async function store(
  transaction: Queries,
  one: Storing<Worked>,
  at: Date,
): Promise<{ readonly title: string; readonly isStored: boolean } | null> {
  const table = one.of === 'product' ? products : sheets;
  const [row] = await transaction
    .select({ title: table.title, version: table.draftVersion })
    .from(table)
    .where(eq(table.id, one.id));
  if (!row) return null;
  if (row.version !== one.version) return { title: row.title, isStored: false };
  const saved = { draftVersion: one.version + 1, draftSavedBy: 'bulk', updatedAt: at };
  if (one.of === 'product') await productLife.store(transaction, one.id, { draft: one.after, ...saved });
  else await sheetLife.store(transaction, one.id, { draft: one.after, ...saved });
  return { title: row.title, isStored: true };
}

type Plan = NonNullable<(typeof bulkChanges.$inferInsert)['plan']>;

/** Begins a change of many, and forgets what drafts were before much earlier ones. */
export async function createChange(transaction: Queries, words: string, plan: Plan | null, at: Date): Promise<number> {
  const [stored] = await transaction.insert(bulkChanges).values({ words, plan, at }).returning({ id: bulkChanges.id });
  const id = stored?.id ?? 0;
  await log(transaction, at, { what: 'made', kind: 'manyProducts', key: String(id), title: words });
  await transaction.delete(bulkChangeDrafts).where(lt(bulkChangeDrafts.changeId, id - MOST_KEPT));
  return id;
}

const endOf = async (transaction: Queries, id: number): Promise<void> =>
  void (await transaction.update(bulkChanges).set({ plan: null }).where(eq(bulkChanges.id, id)));

/** A change of many that could be taken back. */
export interface LastBulk {
  readonly id: number;
  readonly words: string;
  readonly changed: number;
  readonly at: number;
  /** whether it was stopped on the way */
  readonly isHalf: boolean;
}

/** The last change of many that could be taken back; null when there is none. */
export async function lastBulk({ database: { read } }: Services): Promise<LastBulk | null> {
  const row = await read.query.bulkChanges.findFirst({ orderBy: desc(bulkChanges.id) });
  if (!row || row.undone) return null;
  const [counted] = await read
    .select({ changed: sql<number>`count(*)` })
    .from(bulkChangeDrafts)
    .where(eq(bulkChangeDrafts.changeId, row.id));
  return {
    id: row.id,
    words: row.words,
    changed: counted?.changed ?? 0,
    at: row.at.getTime(),
    isHalf: row.plan !== null,
  };
}

/**
 * Takes a change of many back, some drafts together: whoever stops in between can go on. What has been changed since
 * keeps its later work and is named.
 *
 * @throws Refusal 404, 409 when it has been taken back already
 */
export async function undoBulk(context: Services, id: number): Promise<AsyncGenerator<ProductStep<MadeRow>>> {
  await context.database.write(async (transaction) => {
    const row = await requireChange(transaction, id);
    if (row.undone) throw new Refusal(409, 'undoneAlready', 'That change has been taken back already.');
    const at = context.now();
    await log(transaction, at, { what: 'undone', kind: 'manyProducts', key: String(id), title: row.words });
    // What is taken back is not gone on with.
    await endOf(transaction, id);
  });
  const rows = await context.database.read
    .select({ of: bulkChangeDrafts.of, draftId: bulkChangeDrafts.draftId })
    .from(bulkChangeDrafts)
    .where(eq(bulkChangeDrafts.changeId, id))
    .orderBy(bulkChangeDrafts.of, bulkChangeDrafts.draftId);
  return takeBackEach(context, id, rows);
}

type DraftName = Pick<typeof bulkChangeDrafts.$inferSelect, 'of' | 'draftId'>;

async function* takeBackEach(
  context: Services,
  id: number,
  drafts: readonly DraftName[],
): AsyncGenerator<ProductStep<MadeRow>> {
  let done = 0;
  for (const part of inParts(drafts, AT_ONCE)) {
    const rows = await context.database.write((transaction) => takeBack(transaction, id, part, context.now()));
    for (const [place] of part.entries()) yield { done: (done += 1), total: drafts.length, row: rows[place] ?? null };
    await othersTurn();
  }
  await context.database.write((transaction) =>
    transaction.update(bulkChanges).set({ undone: true }).where(eq(bulkChanges.id, id)),
  );
}

/** Puts some drafts back as they were; what another has taken back meanwhile is done already. */
async function takeBack(
  transaction: Queries,
  change: number,
  part: readonly DraftName[],
  at: Date,
): Promise<MadeRow[]> {
  const made: MadeRow[] = [];
  for (const { of, draftId } of part) {
    const [row] = await transaction
      .delete(bulkChangeDrafts)
      .where(
        and(eq(bulkChangeDrafts.changeId, change), eq(bulkChangeDrafts.of, of), eq(bulkChangeDrafts.draftId, draftId)),
      )
      .returning({ former: bulkChangeDrafts.former });
    if (!row) continue;
    const { former } = row;
    const version = former.versionAfter;
    const stored =
      'sheetId' in former
        ? await store(transaction, { of: 'sheet', id: draftId, version, after: former.definition }, at)
        : await store(transaction, { of: 'product', id: draftId, version, after: former.definition }, at);
    // What is gone by now is nowhere to be put back.
    if (stored) made.push({ change, title: stored.title, isKept: !stored.isStored });
  }
  return made;
}

async function requireChange(queries: Queries, id: number) {
  return (await queries.query.bulkChanges.findFirst({ where: eq(bulkChanges.id, id) })) ?? notFound(`change ${id}`);
}
