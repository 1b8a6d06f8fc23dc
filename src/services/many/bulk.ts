import { asc, desc, eq, inArray } from 'drizzle-orm';
import { readPublishedBySlug } from '../catalog/published-products';
import { AT_A_STRETCH } from '../catalog/product-steps';
import { readSurroundings } from '../catalog/surroundings';
import { asSeen } from '../as-seen';
import { atOneMoment, type Services } from '../context';
import { type CatalogSurroundings, type Product, productSchema, type Sheet } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { sheetFaults } from '../../core/judge';
import { faultWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { type FormerDraft } from '../../data/documents';
import { bulkChanges, products, sheets } from '../../data/schema';
import { type ComparedProduct, type Costs } from '../figures/margins';
import { inPieces } from '../in-pieces';
import { compared } from '../prices/floors';
import { indexed } from '../products/life';
import { notFound, Refusal } from '../refusal';
import { seenName } from '../seen';
import { sheetLife } from '../sheets/life';
import { readCosts } from '../stock/ledger/figures';
import { type BulkChange } from './bulk-change';
import { type Apply } from './bulk-steps';
import { changer } from './changer';

/** What a change of many would do to one product or sheet. */
export interface BulkRow {
  readonly of: 'product' | 'sheet';
  readonly id: number;
  readonly title: string;
  readonly does: string;
  readonly changes: boolean;
  readonly priceBefore: string | null;
  readonly priceAfter: string | null;
  /** what is to be mended after, that was right before */
  readonly faults: readonly string[];
  /** proofs that held before and no longer do after */
  readonly brokenProofs: readonly string[];
  /** which selection of it then earns less than its floor, and did not before; null where none does */
  readonly belowFloor: string | null;
}

/** A sheet that is to be changed, ready to be stored and to be taken back. */
interface PreparedRow {
  readonly row: BulkRow;
  readonly former: FormerDraft;
  store(transaction: Queries, at: Date): Promise<void>;
}

/** What a change makes of each draft, and what these follow from. */
interface Applied {
  readonly words: string;
  /** the name of the drafts that it was worked out from */
  readonly seen: string;
  readonly rows: readonly AppliedRow[];
  /** what some drafts refer to, before and after */
  around(queries: Queries, at: Date, drafts: readonly Product[]): Promise<Around>;
  readonly onSheets: readonly PreparedRow[];
}

interface AppliedRow {
  readonly id: number;
  readonly draft: Product;
  readonly draftVersion: number;
  readonly after: Product;
  readonly does: string;
}

interface Around {
  readonly surroundings: CatalogSurroundings;
  readonly today: string;
}

/** Reads what is to be changed, and changes it; nothing is written or compared. */
async function readApplied(queries: Queries, at: Date, change: BulkChange): Promise<Applied> {
  const rows = (
    await inPieces(inParts(change.products, AT_A_STRETCH), (ids) =>
      queries
        .select({ id: products.id, draft: products.draft, draftVersion: products.draftVersion })
        .from(products)
        .where(inArray(products.id, ids)),
    )
  )
    .flat()
    .sort((a, b) => (a.draft.title < b.draft.title ? -1 : a.draft.title > b.draft.title ? 1 : a.id - b.id));
  const onSheets =
    'sheets' in change && change.sheets.length > 0
      ? await queries.select().from(sheets).where(inArray(sheets.id, change.sheets)).orderBy(asc(sheets.title))
      : [];
  if (rows.length + onSheets.length === 0)
    throw new Refusal(422, 'nothingNamed', 'Choose the products or sheets that are to be changed.');
  const source =
    change.kind === 'copyChoices'
      ? await queries.query.products.findFirst({ where: eq(products.id, change.from) })
      : undefined;
  if (change.kind === 'copyChoices' && !source) return notFound(`product ${change.from}`);
  const from = source?.draft;
  const incoming =
    change.kind === 'replacePart' ? (await readPublishedBySlug(queries, change.to))?.definition : undefined;
  const going =
    change.kind === 'replacePart' ? (await readPublishedBySlug(queries, change.from))?.definition : undefined;
  const beside = [from, incoming, going].flatMap((one) => one ?? []);
  const around = async (
    read: Queries,
    now: Date,
    drafts: readonly Product[],
    onThem: readonly Sheet[] = [],
  ): Promise<Around> => {
    const { surroundings, today } = await readSurroundings(read, now, [...drafts, ...beside], onThem);
    const known = [incoming, going].flatMap((one) => (one ? [[one.slug, one] as const] : []));
    return { today, surroundings: { ...surroundings, products: new Map([...surroundings.products, ...known]) } };
  };
  const { surroundings: general } = await around(
    queries,
    at,
    [],
    onSheets.map(({ draft }) => draft),
  );
  const { words, apply: applyInGeneral } = changer(change, general, from);
  const applied = await inPieces(inParts(rows, AT_A_STRETCH), async (part): Promise<AppliedRow[]> => {
    const { surroundings } = await around(
      queries,
      at,
      part.map(({ draft }) => draft),
    );
    const { apply } = changer(change, surroundings, from);
    return part.map(({ id, draft, draftVersion }) => ({
      id,
      draft,
      draftVersion,
      ...(id === source?.id ? { after: draft, does: 'is where they come from' } : apply(draft)),
    }));
  });
  return {
    words,
    seen: await nameOfDrafts(queries, change),
    around,
    rows: applied.flat(),
    onSheets: onSheets.map((sheet) => sheetRow(sheet, onSheet(applyInGeneral)(sheet.draft), general)),
  };
}

function sheetRow(
  { id, draft, draftVersion }: typeof sheets.$inferSelect,
  { after, does }: { readonly after: Sheet; readonly does: string },
  surroundings: CatalogSurroundings,
): PreparedRow {
  const faultsOf = (sheet: Sheet) => [...new Set(sheetFaults(sheet, surroundings).map(({ data }) => faultWords(data)))];
  const wrong = new Set(faultsOf(draft));
  return {
    row: {
      of: 'sheet',
      id,
      title: draft.title,
      does,
      changes: after !== draft,
      priceBefore: null,
      priceAfter: null,
      faults: after === draft ? [] : faultsOf(after).filter((fault) => !wrong.has(fault)),
      brokenProofs: [],
      belowFloor: null,
    },
    former: { sheetId: id, definition: draft, versionAfter: draftVersion + 1 },
    store: (transaction, now) => storeSheet(transaction, id, after, draftVersion + 1, now),
  };
}

/**
 * What a change would do, one by one: products beside what they were, some of them together, each time with what these
 * refer to and no more.
 */
async function look(context: Services, { rows, onSheets, around }: Applied, costs: Costs): Promise<BulkRow[]> {
  const found: ComparedProduct[] = [];
  for (const part of inParts(rows, AT_A_STRETCH)) {
    const { surroundings, today } = await atOneMoment(context, ({ database, now }) =>
      around(
        database.read,
        now(),
        part.flatMap(({ draft, after }) => [draft, after]),
      ),
    );
    const sides = part.map(({ draft, after }) => ({
      before: { product: draft, surroundings },
      after: { product: after, surroundings },
    }));
    found.push(...(await compared(sides, today, costs)));
  }
  return [
    ...rows.map(({ id, draft, after, does }, place): BulkRow => {
      const { priceBefore = null, priceAfter = null, stops = [], breaks = [], belowFloor = null } = found[place] ?? {};
      return {
        of: 'product',
        id,
        title: draft.title,
        does,
        changes: after !== draft,
        priceBefore,
        priceAfter,
        faults: stops,
        brokenProofs: breaks.map(({ title }) => title),
        belowFloor,
      };
    }),
    ...onSheets.map(({ row }) => row),
  ];
}

const storeProduct = async (transaction: Queries, id: number, draft: Product, draftVersion: number, updatedAt: Date) =>
  void (await transaction
    .update(products)
    .set({ draft, ...indexed(draft), draftVersion, draftSavedBy: 'bulk', updatedAt })
    .where(eq(products.id, id)));

const storeSheet = (transaction: Queries, id: number, draft: Sheet, draftVersion: number, updatedAt: Date) =>
  sheetLife.store(transaction, id, { draft, draftVersion, draftSavedBy: 'bulk', updatedAt });

const BARE = productSchema.parse({ slug: 'sheet', title: '', sku: '' });

/** A sheet is changed as a product would be that has nothing but what a sheet has. */
const onSheet =
  (apply: Apply) =>
  (sheet: Sheet): { readonly after: Sheet; readonly does: string } => {
    const { choices, formulas, rates, rules, tables } = sheet;
    const before: Product = { ...BARE, choices, formulas, rates, rules, tables };
    const { after, does } = apply(before);
    return {
      after:
        after === before
          ? sheet
          : {
              ...sheet,
              choices: after.choices,
              formulas: after.formulas,
              rates: after.rates,
              rules: after.rules,
              tables: after.tables,
            },
      does,
    };
  };

/** What a change of many would do, one by one. Nothing is changed. */
export async function previewBulk(
  context: Services,
  change: BulkChange,
): Promise<{ words: string; seen: string; rows: BulkRow[] }> {
  // What is read at one moment is looked at in its own time: nobody else waits for a connection meanwhile.
  const { applied, costs } = await atOneMoment(context, async ({ database: { read }, now }) => ({
    applied: await readApplied(read, now(), change),
    costs: await readCosts(read),
  }));
  return { words: applied.words, seen: applied.seen, rows: await look(context, applied, costs) };
}

/**
 * Changes many drafts in one go.
 *
 * @param seen the name of the drafts that the preview was worked out from
 * @returns what it was, by its number, to be taken back
 * @throws Refusal 409 where nothing changes any more, or other drafts were seen
 */
export async function applyBulk(
  context: Services,
  change: BulkChange,
  seen?: string,
): Promise<{ id: number; words: string; changed: number }> {
  const { now } = context;
  const moved = () =>
    new Refusal(
      409,
      'changedMeanwhile',
      'Some of these drafts have been changed since you looked. Look again at what would happen.',
    );
  // What it would do to prices and faults has been looked at before; here only the drafts are changed.
  const looked = async ({ database }: Services) => {
    const applied = await readApplied(database.read, now(), change);
    return () => Promise.resolve(applied);
  };
  return asSeen(context, looked, async (transaction, { words, seen: worked, rows, onSheets }) => {
    // The drafts are those that it was worked out from, and that were looked at.
    if ((seen !== undefined && seen !== worked) || (await nameOfDrafts(transaction, change)) !== worked) throw moved();
    const changing = rows.filter(({ draft, after }) => after !== draft);
    const changingSheets = onSheets.filter(({ row }) => row.changes);
    if (changing.length + changingSheets.length === 0)
      throw new Refusal(409, 'nothingChanges', 'Nothing would be another than it is. Look again.');
    const at = now();
    for (const { id, after, draftVersion } of changing)
      await storeProduct(transaction, id, after, draftVersion + 1, at);
    for (const { store } of changingSheets) await store(transaction, at);
    const before = [
      ...changing.map(({ id, draft, draftVersion }) => ({
        productId: id,
        definition: draft,
        versionAfter: draftVersion + 1,
      })),
      ...changingSheets.map(({ former }) => former),
    ];
    const [stored] = await transaction
      .insert(bulkChanges)
      .values({ words, before, at })
      .returning({ id: bulkChanges.id });
    return { id: stored?.id ?? 0, words, changed: before.length };
  });
}

/** The name of the drafts that a change of many is about, in the versions that they have. */
async function nameOfDrafts(queries: Queries, change: BulkChange): Promise<string> {
  const rows = await queries
    .select({ id: products.id, version: products.draftVersion })
    .from(products)
    .where(inArray(products.id, change.products));
  const onSheets =
    'sheets' in change && change.sheets.length > 0
      ? await queries
          .select({ id: sheets.id, version: sheets.draftVersion })
          .from(sheets)
          .where(inArray(sheets.id, change.sheets))
      : [];
  return seenName(
    [rows, onSheets].map((some) =>
      some.map(({ id, version }) => [id, version]).sort(([one = 0], [other = 0]) => one - other),
    ),
  );
}

/** The last change of many that could be taken back; null when there is none. */
export async function lastBulk({
  database,
}: Services): Promise<{ id: number; words: string; changed: number; at: number } | null> {
  const row = await database.read.query.bulkChanges.findFirst({ orderBy: desc(bulkChanges.id) });
  return row && !row.undone ? { id: row.id, words: row.words, changed: row.before.length, at: row.at.getTime() } : null;
}

/**
 * Takes a change of many back. What has been changed since keeps its later work and is named.
 *
 * @throws Refusal 404, 409 when it has been taken back already
 */
export async function undoBulk({ database, now }: Services, id: number): Promise<{ restored: number; kept: string[] }> {
  return database.write(async (transaction) => {
    const row = await transaction.query.bulkChanges.findFirst({ where: eq(bulkChanges.id, id) });
    if (!row) return notFound(`change ${id}`);
    if (row.undone) throw new Refusal(409, 'undoneAlready', 'That change has been taken back already.');
    const kept: string[] = [];
    let restored = 0;
    for (const former of row.before) {
      const stored =
        'sheetId' in former
          ? await transaction.query.sheets.findFirst({ where: eq(sheets.id, former.sheetId) })
          : await transaction.query.products.findFirst({ where: eq(products.id, former.productId) });
      if (!stored) continue;
      if (stored.draftVersion !== former.versionAfter) {
        kept.push(stored.title);
        continue;
      }
      if ('sheetId' in former)
        await storeSheet(transaction, former.sheetId, former.definition, former.versionAfter + 1, now());
      else await storeProduct(transaction, former.productId, former.definition, former.versionAfter + 1, now());
      restored += 1;
    }
    await transaction.update(bulkChanges).set({ undone: true }).where(eq(bulkChanges.id, id));
    return { restored, kept };
  });
}
