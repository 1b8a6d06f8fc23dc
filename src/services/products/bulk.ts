import { asc, desc, eq, inArray } from 'drizzle-orm';
import { inBackground } from '../background/pool';
import { readPublishedBySlug } from '../catalog/published-products';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type CatalogSurroundings, type Choice, copyAlong, insideNameOf, placementSchema, placementsOf, type Product } from '../../core/catalog';
import { compile } from '../../core/compile';
import { counted } from '../../core/words';
import { type Queries } from '../../data/database';
import { bulkChanges, products } from '../../data/schema';
import { notFound, Refusal } from '../refusal';
import { type BulkChange } from './bulk-change';
import { type Apply, pricesStep, quantityStep, shelfStep, textsStep, whenOutStep } from './bulk-steps';
import { indexed } from './life';
import { withPartReplaced } from './replace-part';

/** What a change of many would do to one product. */
export interface BulkRow {
  readonly productId: number;
  readonly title: string;
  readonly does: string;
  readonly changes: boolean;
  readonly priceBefore: string | null;
  readonly priceAfter: string | null;
  /** what is to be mended after, that was right before */
  readonly faults: readonly string[];
  /** proofs that held before and no longer do after */
  readonly brokenProofs: readonly string[];
}

interface Prepared {
  readonly words: string;
  readonly surroundings: CatalogSurroundings;
  readonly rows: readonly { readonly row: BulkRow; readonly before: Product; readonly after: Product; readonly version: number }[];
}

async function prepare(queries: Queries, at: Date, change: BulkChange): Promise<Prepared> {
  const rows = await queries.select().from(products).where(inArray(products.id, change.products)).orderBy(asc(products.title));
  const source = change.kind === 'copyChoices' ? await queries.query.products.findFirst({ where: eq(products.id, change.from) }) : undefined;
  if (change.kind === 'copyChoices' && !source) return notFound(`product ${change.from}`);
  const from = source?.draft;
  const drafts = rows.map((row) => ({ id: row.id, version: row.draftVersion, draft: row.draft }));
  const incoming = change.kind === 'replacePart' ? (await readPublishedBySlug(queries, change.to))?.definition : undefined;
  const read = await readSurroundings(queries, at, [...drafts.map(({ draft }) => draft), ...(from ? [from] : []), ...(incoming ? [incoming] : [])]);
  const { today } = read;
  const surroundings = incoming ? { ...read.surroundings, products: new Map(read.surroundings.products).set(incoming.slug, incoming) } : read.surroundings;
  const { words, apply } = changer(change, surroundings, from);
  const changed = drafts.map(({ id, draft }) => (id === source?.id ? { after: draft, does: 'is where they come from' } : apply(draft)));
  const sides = drafts.map(({ draft }, place) => ({ before: { product: draft, surroundings }, after: { product: changed[place]?.after ?? draft, surroundings } }));
  const found = await inBackground('comparisons', { sides, today }, 'Comparing the products');
  return {
    words,
    surroundings,
    rows: drafts.map(({ id, version, draft }, place) => {
      const { after, does } = changed[place] ?? { after: draft, does: '' };
      const { priceBefore = null, priceAfter = null, stops = [], breaks = [] } = found[place] ?? {};
      const row: BulkRow = {
        productId: id,
        title: draft.title,
        does,
        changes: after !== draft,
        priceBefore,
        priceAfter,
        faults: stops,
        brokenProofs: breaks.map(({ title }) => title),
      };
      return { row, before: draft, after, version };
    }),
  };
}

function changer(change: BulkChange, surroundings: CatalogSurroundings, source: Product | undefined): { words: string; apply: Apply } {
  const { sheets, products: known } = surroundings;
  switch (change.kind) {
    case 'replacePart': {
      const to = known.get(change.to);
      if (!to || change.to === change.from) throw new Refusal(422, 'partUnknown', 'Choose a product of the shop that comes in the place of the other.');
      const assembled = compile(to, surroundings).product;
      return { words: `Replace ${known.get(change.from)?.title ?? change.from} by ${to.title}`, apply: (draft) => (draft.slug === to.slug ? { after: draft, does: 'is what comes in' } : withPartReplaced(draft, change.from, assembled)) };
    }
    case 'placeSheet': {
      const sheet = sheets.get(change.sheet);
      if (!sheet) throw new Refusal(422, 'sheetUnknown', 'Publish the sheet before it is placed on products.');
      return {
        words: `Place the sheet ${sheet.title}`,
        apply(draft) {
          if (placementsOf(draft, sheets.values()).some(({ key }) => key === sheet.key)) return { after: draft, does: 'has it already' };
          const others = draft.sheets.filter(({ key }) => key !== sheet.key);
          return { after: { ...draft, sheets: [...others, placementSchema.parse({ key: sheet.key })] }, does: `gets ${counted(sheet.choices.length, 'choice')}` };
        },
      };
    }
    case 'takeOffSheet': {
      const title = sheets.get(change.sheet)?.title ?? change.sheet;
      return {
        words: `Take off the sheet ${title}`,
        apply(draft) {
          const placement = placementsOf(draft, sheets.values()).find(({ key }) => key === change.sheet);
          if (!placement) return { after: draft, does: 'doesn’t have it' };
          const others = draft.sheets.filter(({ key }) => key !== change.sheet);
          const stays = placementsOf({ ...draft, sheets: others }, sheets.values()).some(({ key }) => key === change.sheet);
          // What a condition places is left out by saying so.
          const rest = stays ? [...others, placementSchema.parse({ ...placement, by: 'condition', leftOut: true })] : others;
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
    case 'copyChoices': {
      const copied = change.choices.flatMap((key) => source?.choices.find((choice) => choice.key === key) ?? []);
      const names = copied.map(insideNameOf).join(', ');
      return { words: `Copy ${names} from ${source?.title ?? ''}`, apply: (draft) => (source ? withCopies(draft, source, copied, change.clash) : { after: draft, does: '' }) };
    }
  }
}

function withCopies(draft: Product, source: Product, copied: readonly Choice[], clash: 'keep' | 'replace'): ReturnType<Apply> {
  const known = new Set(draft.choices.map(({ key }) => key));
  const added = copied.filter(({ key }) => !known.has(key));
  const replaced = clash === 'replace' ? copied.filter(({ key }) => known.has(key)) : [];
  const kept = copied.length - added.length - replaced.length;
  if (added.length + replaced.length === 0) return { after: draft, does: 'has them already, and keeps its own' };
  const choices = draft.choices.map((choice) => structuredClone(replaced.find(({ key }) => key === choice.key)) ?? choice);
  const parts = [
    added.length > 0 ? `gets ${added.map(insideNameOf).join(', ')}` : '',
    replaced.length > 0 ? `has ${replaced.map(insideNameOf).join(', ')} replaced` : '',
    kept > 0 ? `keeps ${counted(kept, 'choice')} of its own` : '',
  ];
  // What ties them together comes, too, as far as everything that it names does.
  const along = copyAlong(source, new Set([...added, ...replaced].map(({ key }) => key)), draft, true);
  const tied = along.formulas.length + along.rates.length + along.rules.length + along.tables.length;
  if (tied > 0) parts.push(`with ${counted(tied, 'rule or formula', 'rules and formulas')} that go with them`);
  if (along.left.length > 0) parts.push(`without ${counted(along.left.length, 'rule or formula', 'rules and formulas')} that need others, too`);
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

/** What a change of many would do, product by product. Nothing is changed. */
export function previewBulk(context: Services, change: BulkChange): Promise<{ words: string; rows: BulkRow[] }> {
  return atOneMoment(context, async ({ database, now }) => {
    const { words, rows } = await prepare(database.read, now(), change);
    return { words, rows: rows.map(({ row }) => row) };
  });
}

/** Changes the drafts of many products in one go. @returns what it was, by its number, to be taken back */
export async function applyBulk({ database, now }: Services, change: BulkChange): Promise<{ id: number; words: string; changed: number }> {
  return database.write(async (transaction) => {
    const { words, rows } = await prepare(transaction, now(), change);
    const changing = rows.filter(({ row }) => row.changes);
    for (const { row, after, version } of changing) {
      await transaction.update(products).set({ draft: after, ...indexed(after), draftVersion: version + 1, draftSavedBy: 'bulk', updatedAt: now() }).where(eq(products.id, row.productId));
    }
    const before = changing.map(({ row, before: definition, version }) => ({ productId: row.productId, definition, versionAfter: version + 1 }));
    const [stored] = await transaction.insert(bulkChanges).values({ words, before, at: now() }).returning({ id: bulkChanges.id });
    return { id: stored?.id ?? 0, words, changed: changing.length };
  });
}

/** The last change of many that could be taken back; null when there is none. */
export async function lastBulk({ database }: Services): Promise<{ id: number; words: string; changed: number; at: number } | null> {
  const row = await database.read.query.bulkChanges.findFirst({ orderBy: desc(bulkChanges.id) });
  return row && !row.undone ? { id: row.id, words: row.words, changed: row.before.length, at: row.at.getTime() } : null;
}

/**
 * Takes a change of many back. A product that has been changed since keeps its later work and is named.
 *
 * @throws Refusal 404, 409 when it has been taken back already
 */
export async function undoBulk({ database, now }: Services, id: number): Promise<{ restored: number; kept: string[] }> {
  return database.write(async (transaction) => {
    const row = await transaction.query.bulkChanges.findFirst({ where: eq(bulkChanges.id, id) });
    if (!row) return notFound(`change ${id}`);
    if (row.undone) throw new Refusal(409, 'undoneAlready', 'That change has been taken back already.');
    const kept: string[] = [];
    for (const { productId, definition, versionAfter } of row.before) {
      const product = await transaction.query.products.findFirst({ where: eq(products.id, productId) });
      if (!product) continue;
      if (product.draftVersion !== versionAfter) {
        kept.push(product.title);
        continue;
      }
      await transaction.update(products).set({ draft: definition, ...indexed(definition), draftVersion: versionAfter + 1, draftSavedBy: 'bulk', updatedAt: now() }).where(eq(products.id, productId));
    }
    await transaction.update(bulkChanges).set({ undone: true }).where(eq(bulkChanges.id, id));
    return { restored: row.before.length - kept.length, kept };
  });
}
