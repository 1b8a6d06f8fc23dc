import { and, desc, eq } from 'drizzle-orm';
import { type Product } from '../../core/catalog';
import { logEntries, type ProductState, productStates, revisions } from '../../data/schema';
import { inBackground } from '../background/pool';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type AnalysisTold } from '../figures/analysis-told';
import { type ProductsAsked } from '../products/asked';
import { openProduct, saveDraft } from '../products/drafts';
import { productLife } from '../products/life';
import { listProducts, type ProductRow } from '../products/list';
import { notFound, Refusal } from '../refusal';
import { asTold, type PageTold } from './page';

export { productStates };

/** A product as other programs are told it in a list. */
export interface DraftRowTold {
  readonly id: number;
  readonly title: string;
  readonly slug: string;
  readonly sku: string;
  readonly category: string | null;
  readonly state: ProductState;
  /** how much keeps it from being published */
  readonly mustFix: number;
  /** of the draft: counts up with every save */
  readonly version: number;
}

/** A draft with what is published of it. */
export interface DraftTold {
  readonly id: number;
  readonly version: number;
  /** in the open format */
  readonly definition: Product;
  /** the revision that the shop shows, and the version of the draft that it was; null while it shows none */
  readonly published: { readonly revision: number; readonly version: number; readonly slug: string } | null;
}

/** A revision, without what it says. */
export interface RevisionTold {
  readonly number: number;
  /** RFC 3339 */
  readonly at: string;
  /** who published it; null where nobody is known to have */
  readonly who: string | null;
  readonly inShop: boolean;
}

/** A revision with what it says. */
export interface WholeRevisionTold extends RevisionTold {
  readonly definition: Product;
}

const rowTold = ({ id, title, slug, sku, category, state, mustFix, draftVersion }: ProductRow): DraftRowTold => ({
  id,
  title,
  slug,
  sku,
  category,
  state,
  mustFix,
  version: draftVersion,
});

/** A page of products. */
export async function draftsTold(context: Services, asked: ProductsAsked): Promise<PageTold<DraftRowTold>> {
  return asTold(await listProducts(context, asked), rowTold);
}

/** @throws Refusal 404 */
export async function draftTold(context: Services, id: number): Promise<DraftTold> {
  const { draft, draftVersion, publishedRevision, publishedDraftVersion, publishedSlug } = await openProduct(
    context,
    id,
  );
  const isPublished = publishedRevision !== null && publishedDraftVersion !== null && publishedSlug !== null;
  return {
    id,
    version: draftVersion,
    definition: draft,
    published: isPublished
      ? { revision: publishedRevision, version: publishedDraftVersion, slug: publishedSlug }
      : null,
  };
}

/** Names a draft as it is told: another whenever anything of it is another. */
export const draftTag = ({ version, published }: DraftTold): string => `${version}-${published?.revision ?? 0}`;

const moved = () =>
  new Refusal(
    412,
    'draftConflict',
    'This product has been changed since you got it. Nothing was changed: get it again, make your change to that, and send it.',
  );

/**
 * Puts a definition in the place of a draft's.
 *
 * @param seen the name of the draft that it was made from
 * @param editor tells programs and people apart
 * @returns the draft as it is then
 * @throws Refusal 404; 412 `draftConflict` where the draft is another by now
 */
export async function putDraft(
  context: Services,
  { id, seen, editor }: { readonly id: number; readonly seen: string; readonly editor: string },
  definition: Product,
): Promise<DraftTold> {
  const before = await draftTold(context, id);
  if (draftTag(before) !== seen) throw moved();
  try {
    const version = await saveDraft(context, id, { definition, baseVersion: before.version, editor });
    return { ...before, version, definition };
  } catch (error) {
    throw error instanceof Refusal && error.code === 'draftConflict' ? moved() : error;
  }
}

/** What is read of a revision, without what it says, which may be long. */
const REVISION = {
  id: revisions.id,
  number: revisions.number,
  publishedAt: revisions.publishedAt,
  who: logEntries.whoName,
};

const publishedBy = eq(logEntries.id, revisions.loggedAs);

const toldOf = (
  {
    id,
    number,
    publishedAt,
    who,
  }: Pick<typeof revisions.$inferSelect, 'id' | 'number' | 'publishedAt'> & { readonly who: string | null },
  inShop: number | null,
): RevisionTold => ({ number, at: publishedAt.toISOString(), who, inShop: id === inShop });

/** The revisions of a product, the newest first. @throws Refusal 404 */
export function revisionsTold(context: Services, id: number): Promise<{ readonly revisions: readonly RevisionTold[] }> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const { publishedRevision } = await productLife.require(read, id);
    const rows = await read
      .select(REVISION)
      .from(revisions)
      .leftJoin(logEntries, publishedBy)
      .where(eq(revisions.productId, id))
      .orderBy(desc(revisions.number));
    return { revisions: rows.map((row) => toldOf(row, publishedRevision)) };
  });
}

/** @throws Refusal 404 */
export function revisionTold(context: Services, id: number, number: number): Promise<WholeRevisionTold> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const { publishedRevision } = await productLife.require(read, id);
    const [row] = await read
      .select({ ...REVISION, definition: revisions.definition })
      .from(revisions)
      .leftJoin(logEntries, publishedBy)
      .where(and(eq(revisions.productId, id), eq(revisions.number, number)));
    if (!row) return notFound(`revision ${number} of this product`);
    return { ...toldOf(row, publishedRevision), definition: row.definition };
  });
}

/** What is true of all selections of a draft. @throws Refusal 404; 422 where it takes too long */
export async function draftAnalysed(context: Services, id: number): Promise<AnalysisTold> {
  const asked = await atOneMoment(context, async ({ database: { read }, now }) => {
    const { draft: product } = await productLife.require(read, id);
    const { surroundings, today } = await readSurroundings(read, now(), [product]);
    return { product, surroundings, today };
  });
  return inBackground('analysis', asked, 'The analysis of this product');
}
