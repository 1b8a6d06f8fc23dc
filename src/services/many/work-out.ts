import { asc, inArray } from 'drizzle-orm';
import { readPublishedBySlug } from '../catalog/published-products';
import { readSurroundings } from '../catalog/surroundings';
import { type CatalogSurroundings, type Product, productSchema, type Sheet } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { among } from '../../data/references';
import { products, sheets } from '../../data/schema';
import { type Costs } from '../figures/margins';
import { notFound, Refusal } from '../refusal';
import { seenName } from '../seen';
import { costsIn } from '../stock/ledger/figures';
import { type BulkChange } from './bulk-change';
import { type Apply } from './bulk-steps';
import { changer } from './changer';

/** A draft that a change of many is about, in the version in which it was seen. */
export interface Target {
  readonly of: 'product' | 'sheet';
  readonly id: number;
  readonly version: number;
}

interface Draft<Of extends Target['of'], Definition> extends Target {
  readonly of: Of;
  readonly before: Definition;
  /** the same object where nothing changes */
  readonly after: Definition;
  /** what happens to it, in words */
  readonly does: string;
}

/** What a change makes of a draft. */
export type Worked = Draft<'product', Product> | Draft<'sheet', Sheet>;

interface Around {
  readonly surroundings: CatalogSurroundings;
  readonly today: string;
  /** what the stock items cost that can be taken from */
  readonly costs: Costs;
}

/** The drafts that a change is about, products first, in the order of their titles. */
export async function readTargets(queries: Queries, change: BulkChange): Promise<Target[]> {
  const onProducts = await queries
    .select({ id: products.id, version: products.draftVersion })
    .from(products)
    .where(inArray(products.id, among(change.products)))
    .orderBy(asc(products.titleKey), asc(products.id));
  const onSheets =
    'sheets' in change && change.sheets.length > 0
      ? await queries
          .select({ id: sheets.id, version: sheets.draftVersion })
          .from(sheets)
          .where(inArray(sheets.id, among(change.sheets)))
          .orderBy(asc(sheets.title), asc(sheets.id))
      : [];
  return [
    ...onProducts.map((row) => ({ of: 'product' as const, ...row })),
    ...onSheets.map((row) => ({ of: 'sheet' as const, ...row })),
  ];
}

/** A draft among others. */
export const nameOfDraft = ({ of, id }: Pick<Target, 'of' | 'id'>): string => `${of} ${id}`;

/** The name of some drafts in the versions that they have. */
export const nameOfTargets = (targets: readonly Target[]): string =>
  seenName(targets.map((target) => `${nameOfDraft(target)} ${target.version}`).sort());

/**
 * What a change of many is called. @throws Refusal 404, 422 where it is about nothing, or what it names is not there
 */
export async function wordsOfChange(queries: Queries, at: Date, change: BulkChange): Promise<string> {
  if (change.products.length === 0 && !('sheets' in change && change.sheets.length > 0))
    throw new Refusal(422, 'nothingNamed', 'Choose the products or sheets that are to be changed.');
  const { source, around } = await readNamed(queries, change);
  const { surroundings } = await around(at, [], []);
  return changer(change, surroundings, source?.draft).words;
}

/**
 * What a change makes of some drafts, and how to read what they refer to before and after. Those that have another
 * version than was seen, or are gone, are left out.
 */
export async function workOut(
  queries: Queries,
  at: Date,
  change: BulkChange,
  targets: readonly Target[],
): Promise<{ readonly worked: Worked[]; around(): Promise<Around> }> {
  const { source, around } = await readNamed(queries, change);
  const onProducts = await read(queries, products, targets, 'product');
  const onSheets = await read(queries, sheets, targets, 'sheet');
  const before = await around(
    at,
    onProducts.map(({ draft }) => draft),
    onSheets.map(({ draft }) => draft),
  );
  const { apply } = changer(change, before.surroundings, source?.draft);
  const worked: Worked[] = [
    ...onProducts.map(({ draft, ...target }) => ({
      ...target,
      of: 'product' as const,
      before: draft,
      ...(target.id === source?.id ? { after: draft, does: 'is where they come from' } : apply(draft)),
    })),
    ...onSheets.map(({ draft, ...target }) => ({
      ...target,
      of: 'sheet' as const,
      before: draft,
      ...onSheet(apply)(draft),
    })),
  ];
  return {
    worked,
    around: () =>
      around(
        at,
        worked.flatMap((one) => (one.of === 'product' ? [one.before, one.after] : [])),
        worked.flatMap((one) => (one.of === 'sheet' ? [one.before, one.after] : [])),
      ),
  };
}

/** What a change names, and what some drafts refer to beside. */
async function readNamed(queries: Queries, change: BulkChange) {
  const source =
    change.kind === 'copyChoices'
      ? await queries.query.products.findFirst({ where: (table, { eq }) => eq(table.id, change.from) })
      : undefined;
  if (change.kind === 'copyChoices' && !source) return notFound(`product ${change.from}`);
  const named: Product[] = [];
  for (const slug of change.kind === 'replacePart' ? [change.from, change.to] : []) {
    const published = await readPublishedBySlug(queries, slug);
    if (published) named.push(published.definition);
  }
  const beside = [...named, ...(source ? [source.draft] : [])];
  const around = async (at: Date, drafts: readonly Product[], onThem: readonly Sheet[]): Promise<Around> => {
    const { surroundings, today, stock } = await readSurroundings(queries, at, [...drafts, ...beside], {
      sheets: onThem,
    });
    const known = named.map((product) => [product.slug, product] as const);
    return {
      today,
      costs: costsIn(stock),
      surroundings: { ...surroundings, products: new Map([...surroundings.products, ...known]) },
    };
  };
  return { source, around };
}

/** Drafts of one kind that have the version in which they were seen, in their order. */
async function read<Table extends typeof products | typeof sheets>(
  queries: Queries,
  table: Table,
  targets: readonly Target[],
  of: Target['of'],
): Promise<{ id: number; version: number; draft: Table['$inferSelect']['draft'] }[]> {
  const wanted = targets.filter((target) => target.of === of);
  if (wanted.length === 0) return [];
  const rows = await queries
    .select({ id: table.id, version: table.draftVersion, draft: table.draft })
    .from(table)
    .where(
      inArray(
        table.id,
        wanted.map(({ id }) => id),
      ),
    );
  const byId = new Map(rows.map((row) => [row.id, row]));
  return wanted.flatMap(({ id, version }) => {
    const row = byId.get(id);
    return row?.version === version ? [row] : [];
  });
}

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
