import { asc, desc, eq, inArray } from 'drizzle-orm';
import { readPublishedBySlug } from '../catalog/published-products';
import { type RippleLooks } from '../catalog/reach';
import { readSurroundings } from '../catalog/surroundings';
import { asSeen } from '../as-seen';
import { atOneMoment, type Services } from '../context';
import {
  type CatalogSurroundings,
  type Choice,
  copyAlong,
  insideNameOf,
  placementSchema,
  placementsOf,
  type Product,
  productSchema,
  type Sheet,
} from '../../core/catalog';
import { compile } from '../../core/compile';
import { sheetFaults } from '../../core/judge';
import { counted, faultWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { type FormerDraft } from '../../data/documents';
import { bulkChanges, products, sheets } from '../../data/schema';
import { compared } from '../prices/floors';
import { indexed } from '../products/life';
import { notFound, Refusal } from '../refusal';
import { seenName } from '../seen';
import { sheetLife } from '../sheets/life';
import { readCosts } from '../stock/ledger/figures';
import { type BulkChange } from './bulk-change';
import {
  type Apply,
  optionsStep,
  pricesStep,
  quantityStep,
  shelfStep,
  swatchStep,
  textsStep,
  whenOutStep,
} from './bulk-steps';
import { withPartReplaced } from './replace-part';

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

/** One that is to be changed, ready to be stored and to be taken back. */
interface PreparedRow {
  readonly row: BulkRow;
  readonly former: FormerDraft;
  store(transaction: Queries, at: Date): Promise<void>;
}

interface Prepared {
  readonly words: string;
  /** the name of the drafts that it was worked out from */
  readonly seen: string;
  readonly rows: readonly PreparedRow[];
}

/** @param looksAt whether floors are looked at, too, which takes longer */
async function prepare(queries: Queries, at: Date, change: BulkChange, looksAt: RippleLooks): Promise<Prepared> {
  const rows = await queries
    .select()
    .from(products)
    .where(inArray(products.id, change.products))
    .orderBy(asc(products.title));
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
  const read = await readSurroundings(queries, at, [
    ...rows.map(({ draft }) => draft),
    ...(from ? [from] : []),
    ...(incoming ? [incoming] : []),
  ]);
  const surroundings = incoming
    ? { ...read.surroundings, products: new Map(read.surroundings.products).set(incoming.slug, incoming) }
    : read.surroundings;
  const { words, apply } = changer(change, surroundings, from);
  const applied = rows.map(({ id, draft }) =>
    id === source?.id ? { after: draft, does: 'is where they come from' } : apply(draft),
  );
  const sides = rows.map(({ draft }, place) => ({
    before: { product: draft, surroundings },
    after: { product: applied[place]?.after ?? draft, surroundings },
  }));
  const found = await compared(sides, read.today, looksAt === 'floors' ? await readCosts(queries) : null);
  return {
    words,
    seen: await nameOfDrafts(queries, change),
    rows: [
      ...rows.map(({ id, draft, draftVersion }, place): PreparedRow => {
        const { after, does } = applied[place] ?? { after: draft, does: '' };
        const {
          priceBefore = null,
          priceAfter = null,
          stops = [],
          breaks = [],
          belowFloor = null,
        } = found[place] ?? {};
        return {
          row: {
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
          },
          former: { productId: id, definition: draft, versionAfter: draftVersion + 1 },
          store: (transaction, now) => storeProduct(transaction, id, after, draftVersion + 1, now),
        };
      }),
      ...onSheets.map(({ id, draft, draftVersion }): PreparedRow => {
        const { after, does } = onSheet(apply)(draft);
        const wrong = new Set(sheetFaults(draft, surroundings).map(({ data }) => faultWords(data)));
        const faults =
          after === draft
            ? []
            : [...new Set(sheetFaults(after, surroundings).map(({ data }) => faultWords(data)))].filter(
                (fault) => !wrong.has(fault),
              );
        return {
          row: {
            of: 'sheet',
            id,
            title: draft.title,
            does,
            changes: after !== draft,
            priceBefore: null,
            priceAfter: null,
            faults,
            brokenProofs: [],
            belowFloor: null,
          },
          former: { sheetId: id, definition: draft, versionAfter: draftVersion + 1 },
          store: (transaction, now) => storeSheet(transaction, id, after, draftVersion + 1, now),
        };
      }),
    ],
  };
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

function changer(
  change: BulkChange,
  surroundings: CatalogSurroundings,
  source: Product | undefined,
): { words: string; apply: Apply } {
  const { sheets: published, products: known } = surroundings;
  switch (change.kind) {
    case 'replacePart': {
      const to = known.get(change.to);
      if (!to || change.to === change.from)
        throw new Refusal(422, 'partUnknown', 'Choose a product of the shop that comes in the place of the other.');
      const assembled = compile(to, surroundings).product;
      return {
        words: `Replace ${known.get(change.from)?.title ?? change.from} by ${to.title}`,
        apply: (draft) =>
          draft.slug === to.slug
            ? { after: draft, does: 'is what comes in' }
            : withPartReplaced(draft, change.from, assembled),
      };
    }
    case 'placeSheet': {
      const sheet = published.get(change.sheet);
      if (!sheet) throw new Refusal(422, 'sheetUnknown', 'Publish the sheet before it is placed on products.');
      return {
        words: `Place the sheet ${sheet.title}`,
        apply(draft) {
          if (placementsOf(draft, published.values()).some(({ key }) => key === sheet.key))
            return { after: draft, does: 'has it already' };
          const others = draft.sheets.filter(({ key }) => key !== sheet.key);
          return {
            after: { ...draft, sheets: [...others, placementSchema.parse({ key: sheet.key })] },
            does: `gets ${counted(sheet.choices.length, 'choice')}`,
          };
        },
      };
    }
    case 'takeOffSheet': {
      const title = published.get(change.sheet)?.title ?? change.sheet;
      return {
        words: `Take off the sheet ${title}`,
        apply(draft) {
          const placement = placementsOf(draft, published.values()).find(({ key }) => key === change.sheet);
          if (!placement) return { after: draft, does: 'doesn’t have it' };
          const others = draft.sheets.filter(({ key }) => key !== change.sheet);
          const stays = placementsOf({ ...draft, sheets: others }, published.values()).some(
            ({ key }) => key === change.sheet,
          );
          // What a condition places is left out by saying so.
          const rest = stays
            ? [...others, placementSchema.parse({ ...placement, by: 'condition', leftOut: true })]
            : others;
          return { after: { ...draft, sheets: rest }, does: 'loses its choices' };
        },
      };
    }
    case 'prices':
      return pricesStep(change, surroundings.shop.currency);
    case 'shelf':
      return shelfStep(change);
    case 'quantity':
      return quantityStep(change);
    case 'whenOut':
      return whenOutStep(change);
    case 'texts':
      return textsStep(change);
    case 'options':
      return optionsStep(change, surroundings);
    case 'swatch':
      return swatchStep(change, surroundings);
    case 'copyChoices': {
      const copied = change.choices.flatMap((key) => source?.choices.find((choice) => choice.key === key) ?? []);
      const names = copied.map(insideNameOf).join(', ');
      return {
        words: `Copy ${names} from ${source?.title ?? ''}`,
        apply: (draft) => (source ? withCopies(draft, source, copied, change.clash) : { after: draft, does: '' }),
      };
    }
  }
}

function withCopies(
  draft: Product,
  source: Product,
  copied: readonly Choice[],
  clash: 'keep' | 'replace',
): ReturnType<Apply> {
  const known = new Set(draft.choices.map(({ key }) => key));
  const added = copied.filter(({ key }) => !known.has(key));
  const replaced = clash === 'replace' ? copied.filter(({ key }) => known.has(key)) : [];
  const kept = copied.length - added.length - replaced.length;
  if (added.length + replaced.length === 0) return { after: draft, does: 'has them already, and keeps its own' };
  const choices = draft.choices.map(
    (choice) => structuredClone(replaced.find(({ key }) => key === choice.key)) ?? choice,
  );
  const parts = [
    added.length > 0 ? `gets ${added.map(insideNameOf).join(', ')}` : '',
    replaced.length > 0 ? `has ${replaced.map(insideNameOf).join(', ')} replaced` : '',
    kept > 0 ? `keeps ${counted(kept, 'choice')} of its own` : '',
  ];
  // What ties them together comes, too, as far as everything that it names does.
  const along = copyAlong(source, new Set([...added, ...replaced].map(({ key }) => key)), draft, true);
  const tied = along.formulas.length + along.rates.length + along.rules.length + along.tables.length;
  if (tied > 0) parts.push(`with ${counted(tied, 'rule or formula', 'rules and formulas')} that go with them`);
  if (along.left.length > 0)
    parts.push(`without ${counted(along.left.length, 'rule or formula', 'rules and formulas')} that need others, too`);
  const after: Product = {
    ...draft,
    choices: [...choices, ...added.map((choice) => structuredClone(choice))],
    formulas: [...draft.formulas, ...along.formulas],
    rates: [...draft.rates, ...along.rates],
    rules: [...draft.rules, ...along.rules],
    tables: [...draft.tables, ...along.tables],
  };
  return { after, does: parts.filter(Boolean).join(', ') };
}

/** What a change of many would do, one by one. Nothing is changed. */
export function previewBulk(
  context: Services,
  change: BulkChange,
): Promise<{ words: string; seen: string; rows: BulkRow[] }> {
  return atOneMoment(context, async ({ database, now }) => {
    const { words, seen, rows } = await prepare(database.read, now(), change, 'floors');
    return { words, seen, rows: rows.map(({ row }) => row) };
  });
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
  const looked = async (still: Services) => {
    const prepared = await prepare(still.database.read, now(), change, 'stops');
    return () => Promise.resolve(prepared);
  };
  return asSeen(context, looked, async (transaction, { words, seen: worked, rows }) => {
    // The drafts are those that it was worked out from, and that were looked at.
    if ((seen !== undefined && seen !== worked) || (await nameOfDrafts(transaction, change)) !== worked) throw moved();
    const changing = rows.filter(({ row }) => row.changes);
    if (changing.length === 0)
      throw new Refusal(409, 'nothingChanges', 'Nothing would be another than it is. Look again.');
    for (const { store } of changing) await store(transaction, now());
    const [stored] = await transaction
      .insert(bulkChanges)
      .values({ words, before: changing.map(({ former }) => former), at: now() })
      .returning({ id: bulkChanges.id });
    return { id: stored?.id ?? 0, words, changed: changing.length };
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
