import { eq, isNotNull } from 'drizzle-orm';
import { z } from 'zod';
import { readJoining } from '../catalog/published-products';
import { readShelves, type ShelfSuggestions, suggestionsOf } from '../catalog/shelves';
import { readAllSurroundings, readSurroundings, type SurroundingsNow } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { joinConditionSchema, productSchema } from '../../core/catalog';
import { compile } from '../../core/compile';
import { packSurroundings, type PortableSurroundings } from '../../core/exchange';
import { type BookedPieces } from '../../core/run';
import { priceWords } from '../../core/words';
import { products, revisions } from '../../data/schema';
import { readBooked } from '../selling/bookings';
import { withStock } from '../selling/overdue';
import { type StockFigures } from '../stock/ledger/figures';
import { type EditedProduct, openProduct } from './drafts';
import { isUsed } from './ripple';

/** What any editor of choices works with beside the document. */
export interface EditorSurroundings {
  readonly surroundings: PortableSurroundings;
  readonly today: string;
  readonly stock: readonly StockFigures[];
  /** what other products use, to be offered while typing */
  readonly suggestions: ShelfSuggestions;
  /** products in the shop, that can be parts of others or be taken along */
  readonly inShop: readonly {
    readonly slug: string;
    readonly title: string;
    readonly sku: string;
    readonly category: string | null;
  }[];
}

/** Everything the product editor opens with. */
export interface EditorView extends EditorSurroundings {
  readonly opened: EditedProduct;
  /** whether anything has it as a part or takes it along, so that a change of it has a ripple */
  readonly isUsed: boolean;
  /** what it costs, in words; null where nobody can say */
  readonly price: string | null;
  /** what is booked of it and of what belongs to it; null where nothing of it takes room */
  readonly booked: readonly BookedPieces[] | null;
}

/** @throws Refusal 404 */
export function openForEditing(context: Services, id: number): Promise<EditorView> {
  return withStock(context, async (still) => {
    const opened = await openProduct(still, id);
    const now = await readAllSurroundings(still.database.read, still.now(), [opened.draft]);
    return {
      opened,
      price: priceWords(compile(opened.draft, now.surroundings)),
      isUsed: await isUsed(still.database.read, id),
      booked: await readBooked(still.database.read, [opened.draft], now),
      ...(await editorSurroundings(still, now)),
    };
  });
}

/** What an editor works with, whatever it edits. */
export async function editorSurroundings(
  { database }: Services,
  { surroundings, stock, today }: SurroundingsNow,
): Promise<EditorSurroundings> {
  const shelves = await readShelves(database.read);
  const published = await database.read
    .select({ slug: products.publishedSlug, title: products.title, sku: products.sku, category: products.category })
    .from(products)
    .where(isNotNull(products.publishedSlug))
    .orderBy(products.title);
  return {
    surroundings: packSurroundings(surroundings),
    today,
    stock,
    suggestions: suggestionsOf(shelves),
    inShop: published.flatMap(({ slug, ...row }) => (slug === null ? [] : { slug, ...row })),
  };
}

/** Conditions by which products join a slot. */
export const joiningSchema = z.strictObject({ joins: z.array(joinConditionSchema).max(20) });

/** The products in the shop that join a slot by any of its conditions, with what they take along. */
export function readJoiningProducts(
  context: Services,
  { joins }: z.infer<typeof joiningSchema>,
): Promise<{ readonly slugs: readonly string[]; readonly products: PortableSurroundings['products'] }> {
  return atOneMoment(context, async ({ database, now }) => {
    const slugs = await readJoining(database.read, joins);
    // A product that has nothing but such a slot takes along just these.
    const asking = productSchema.parse({
      slug: 'asking',
      title: '',
      sku: '',
      choices: [{ kind: 'slot', key: 'asking', title: '', joins }],
    });
    const { surroundings } = await readSurroundings(database.read, now(), [asking]);
    return { slugs, products: [...surroundings.products.values()] };
  });
}

/** A published product with those it takes along in turn, for an editor that begins to take it along. */
export function readTakenAlong(context: Services, slug: string): Promise<PortableSurroundings['products']> {
  return atOneMoment(context, async ({ database, now }) => {
    const [row] = await database.read
      .select({ definition: revisions.definition })
      .from(products)
      .innerJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(eq(products.publishedSlug, slug));
    if (!row) return [];
    const product = row.definition;
    const { surroundings } = await readSurroundings(database.read, now(), [product]);
    return [product, ...surroundings.products.values()];
  });
}
