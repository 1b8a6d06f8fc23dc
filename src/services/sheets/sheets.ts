import { asc, desc, eq, inArray, sql } from 'drizzle-orm';
import { z } from 'zod';
import { putInBin } from '../bin/bin';
import { productsAmong } from '../catalog/product-steps';
import { readSurroundings } from '../catalog/surroundings';
import { asSeen } from '../as-seen';
import { atOneMoment, type Services } from '../context';
import { freeKey, isNote, placementSchema, type Product, type Sheet, sheetSchema } from '../../core/catalog';
import { faultJson } from '../../core/exchange';
import { inParts } from '../../core/in-parts';
import { counted, faultWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { draftsWith, referringTo } from '../../data/references';
import { logEntries, products, sheetRevisions, sheets } from '../../data/schema';
import { beginDraft, openDraft, type OpenedDraft, publishRevision, saveDraftOf, seenDraft } from '../drafts/life';
import { type EditorSurroundings, editorSurroundings } from '../products/editing';
import { sheetFaults } from '../../core/judge';
import { type LargeBody } from '../large-bodies';
import { inPieces } from '../in-pieces';
import { Refusal } from '../refusal';
import { sheetLife } from './life';
import { countStoppedBy } from './ripple';

/** A sheet as the list shows it. */
export interface SheetRow {
  readonly id: number;
  readonly key: string;
  readonly title: string;
  readonly note: string;
  readonly choices: number;
  /** how many products it is on, as they stand in their drafts */
  readonly products: number;
  readonly state: 'published' | 'changed' | 'draft';
  readonly updatedAt: number;
  /** of its draft */
  readonly draftVersion: number;
}

/** Where a sheet is used. */
export interface SheetUse {
  readonly productId: number;
  readonly title: string;
  readonly by: 'hand' | 'condition';
  readonly overrides: number;
  readonly inShop: boolean;
}

/** Every sheet, in the order of the titles. */
export function listSheets(context: Services): Promise<SheetRow[]> {
  return atOneMoment(context, async ({ database }) => {
    const rows = await database.read
      .select({ sheet: sheets, publishedVersion: sheetRevisions.draftVersion })
      .from(sheets)
      .leftJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))
      .orderBy(asc(sheets.title));
    const all: SheetRow[] = [];
    for (const { sheet, publishedVersion } of rows) {
      const draft = sheet.draft;
      all.push({
        id: sheet.id,
        key: sheet.key,
        title: draft.title,
        note: draft.note,
        choices: draft.choices.filter((choice) => !isNote(choice)).length,
        products: (await draftsWith(database.read, draft)).size,
        state:
          sheet.publishedRevision === null
            ? 'draft'
            : publishedVersion === sheet.draftVersion
              ? 'published'
              : 'changed',
        updatedAt: sheet.updatedAt.getTime(),
        draftVersion: sheet.draftVersion,
      });
    }
    return all;
  });
}

async function usesOf(queries: Queries, sheet: Sheet): Promise<SheetUse[]> {
  const on = await draftsWith(queries, sheet);
  const rows = await readPlacements(queries, on.keys());
  return rows.map(({ id, title, publishedRevision, placements }) => {
    const own = placementSchema
      .array()
      .parse(JSON.parse(placements ?? '[]'))
      .find(({ key }) => key === sheet.key);
    return {
      productId: id,
      title,
      by: on.get(id) ?? 'condition',
      overrides: Object.keys(own?.overrides ?? {}).length,
      inShop: publishedRevision !== null,
    };
  });
}

/** Products with the sheets that they name, in the order of the titles. */
async function readPlacements(queries: Queries, ids: Iterable<number>) {
  const rows = await inPieces(inParts([...ids], READ_AT_ONCE), (part) =>
    queries
      .select({
        id: products.id,
        title: products.title,
        titleKey: products.titleKey,
        publishedRevision: products.publishedRevision,
        // Taken out by the database: a list of hundreds need not open every document.
        placements: sql<string | null>`json_extract(${products.draft}, '$.sheets')`,
      })
      .from(products)
      .where(inArray(products.id, part)),
  );
  return rows.flat().sort((a, b) => (a.titleKey < b.titleKey ? -1 : a.titleKey > b.titleKey ? 1 : a.id - b.id));
}

const READ_AT_ONCE = 500;

/** Where a sheet is used, as the products stand in their drafts and the sheet in its own. */
export function listSheetUses(context: Services, id: number): Promise<SheetUse[]> {
  return atOneMoment(context, async ({ database }) => {
    const { draft } = await sheetLife.require(database.read, id);
    return usesOf(database.read, draft);
  });
}

export const newSheetSchema = z.strictObject({ title: z.string().trim().min(1, 'Give the sheet a name.').max(120) });

/** Starts an empty sheet. @returns its number */
export async function createSheet({ database, now }: Services, input: z.input<typeof newSheetSchema>): Promise<number> {
  const { title } = newSheetSchema.parse(input);
  return database.write(async (transaction) => {
    const key = await freeSheetKey(transaction, title);
    return beginDraft(sheetLife, transaction, sheetSchema.parse({ key, title }), now());
  });
}

/** Starts a sheet with what another was, that is deleted for good. @returns its number */
export async function startSheetAgain({ database, now }: Services, draft: Sheet): Promise<number> {
  return database.write(async (transaction) =>
    beginDraft(sheetLife, transaction, { ...draft, key: await freeSheetKey(transaction, draft.key) }, now()),
  );
}

async function freeSheetKey(transaction: Queries, wanted: string): Promise<string> {
  const taken = await transaction.select({ key: sheets.key }).from(sheets);
  return freeKey(
    wanted,
    taken.map(({ key }) => key),
    'sheet',
  );
}

/** A sheet opened for editing. */
export type EditedSheet = OpenedDraft<Sheet>;

/** @throws Refusal 404 */
export function openSheet(context: Services, id: number): Promise<EditedSheet> {
  return atOneMoment(context, async ({ database }) => {
    const { stored: _stored, ...opened } = await openDraft(sheetLife, database.read, id);
    return opened;
  });
}

/** Everything the sheet editor opens with. */
export interface SheetEditorView extends EditorSurroundings {
  readonly opened: EditedSheet;
  readonly uses: readonly SheetUse[];
  /** products to try the sheet on, those that have it first */
  readonly tryOn: readonly { readonly id: number; readonly title: string; readonly definition: Product }[];
}

const MOST_TRIED = 20;

/** @throws Refusal 404 */
export function openSheetForEditing(context: Services, id: number): Promise<SheetEditorView> {
  return atOneMoment(context, async (still) => {
    const opened = await openSheet(still, id);
    const uses = await usesOf(still.database.read, opened.draft);
    const ids = uses.slice(0, MOST_TRIED).map(({ productId }) => productId);
    const rows = await still.database.read
      .select({ id: products.id, draft: products.draft })
      .from(products)
      .where(inArray(products.id, ids))
      .orderBy(asc(products.title));
    const used = rows.map(({ id: productId, draft }) => ({ id: productId, definition: draft }));
    const now = await readSurroundings(
      still.database.read,
      still.now(),
      used.map(({ definition }) => definition),
      { sheets: [opened.draft] },
    );
    return {
      opened,
      uses,
      tryOn: used.map(({ id: productId, definition }) => ({ id: productId, title: definition.title, definition })),
      ...(await editorSurroundings(still, now)),
    };
  });
}

/**
 * Saves a sheet's draft, if nobody has saved another since.
 *
 * @returns the new version
 * @throws Refusal 409 `draftConflict` with the other draft in its details, 422 when its inside name would change
 */
export async function saveSheetDraft(
  { database, now }: Services,
  id: number,
  save: LargeBody<'sheetDraft'>,
): Promise<number> {
  return database.write((transaction) =>
    saveDraftOf(sheetLife, transaction, { ...save, id, at: now() }, ({ key }) => {
      if (save.definition.key !== key)
        throw new Refusal(422, 'keyFixed', `The inside name of a sheet stays “${key}”: products refer to it.`);
    }),
  );
}

export const sheetPublicationSchema = z.strictObject({
  version: z.int().min(1),
  accepted: z.int().min(0).describe('how many products in the shop may stop being sold'),
});

/**
 * Publishes the draft of one version of a sheet: every product it is on follows from now on.
 *
 * @param accepted how many products in the shop the manager has seen to stop being sold; more are refused
 * @returns the revision's number
 * @throws Refusal 409 when the draft has moved on or more products would stop, 422 when the sheet itself has faults
 */
export async function publishSheet(
  context: Services,
  id: number,
  { version, accepted }: z.infer<typeof sheetPublicationSchema>,
): Promise<number> {
  const looked = () => Promise.resolve(() => countStoppedBy(context, { id, version }));
  return asSeen(context, looked, async (transaction, stopping) => {
    const { draft } = await seenDraft(sheetLife, transaction, id, version);
    if (stopping > accepted) {
      throw new Refusal(
        409,
        'wouldStop',
        `${counted(stopping, 'product')} in the shop would stop being sold. Look at the ripple again, then decide.`,
        { stopping },
      );
    }
    const { surroundings } = await readSurroundings(transaction, context.now(), [], { sheets: [draft] });
    const faults = sheetFaults(draft, surroundings);
    const [first] = faults;
    if (first)
      throw new Refusal(422, 'notReady', `Not published. ${faultWords(first.data)}`, { faults: faults.map(faultJson) });
    return publishRevision(sheetLife, transaction, { id, draft, draftVersion: version }, context.now());
  });
}

/** Earlier revisions of a sheet, newest first. */
export function listSheetRevisions(
  context: Services,
  id: number,
): Promise<{ number: number; at: number; who: string | null; current: boolean; definition: Sheet }[]> {
  return atOneMoment(context, async ({ database }) => {
    const sheet = await sheetLife.require(database.read, id);
    const rows = await database.read
      .select({ revision: sheetRevisions, who: logEntries.whoName })
      .from(sheetRevisions)
      .leftJoin(logEntries, eq(logEntries.id, sheetRevisions.loggedAs))
      .where(eq(sheetRevisions.sheetId, id))
      .orderBy(desc(sheetRevisions.number));
    return rows.map(({ revision: { id: revision, number, publishedAt, definition }, who }) => ({
      number,
      at: publishedAt.getTime(),
      who,
      current: revision === sheet.publishedRevision,
      definition,
    }));
  });
}

/**
 * Deletes a sheet that is on no product.
 *
 * @throws Refusal 409 naming where it is used
 */
export async function deleteSheet({ database, now }: Services, id: number): Promise<{ readonly binned: number }> {
  return database.write((transaction) => binSheet(transaction, id, now()));
}

/** The part of deleting a sheet that runs inside a transaction. @throws Refusal 409 naming where it is used */
export async function binSheet(transaction: Queries, id: number, at: Date): Promise<{ readonly binned: number }> {
  const sheet = await sheetLife.require(transaction, id);
  // As it is published it is on these, and as it is edited on those.
  const inForce = productsAmong(await referringTo(transaction, [{ what: 'sheets', key: sheet.key }], 'all'));
  const on = new Set([...inForce, ...(await draftsWith(transaction, sheet.draft)).keys()]);
  const titles = (await readPlacements(transaction, on)).map(({ title }) => title);
  if (titles.length > 0) {
    throw new Refusal(
      409,
      'sheetInUse',
      `It is on ${counted(titles.length, 'product')}: ${titles.slice(0, 5).join(', ')}${titles.length > 5 ? ' …' : ''}. Take it off them first.`,
    );
  }
  const binned = await putInBin(transaction, { kind: 'sheet', title: sheet.title, at }, [
    { table: sheets, rows: [sheet] },
    {
      table: sheetRevisions,
      rows: await transaction.select().from(sheetRevisions).where(eq(sheetRevisions.sheetId, id)),
    },
  ]);
  await transaction.delete(sheetRevisions).where(eq(sheetRevisions.sheetId, id));
  await transaction.delete(sheets).where(eq(sheets.id, id));
  return { binned };
}
