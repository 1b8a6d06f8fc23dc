import { readShared } from '../catalog/catalog-state';
import { type PublishedProduct, readPublishedBySlug, readSoldBySlug } from '../catalog/published-products';
import { readSurroundings, type SurroundingsNow } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { compile, type Program } from '../../core/compile';
import { customerView } from '../../core/exchange';
import { pricedFor } from '../../core/price-lists';
import { bookedIn, type Resolution, resolve } from '../../core/run';
import { selectionSchema } from '../../core/selection';
import { type Queries } from '../../data/database';
import { readFiles } from '../files/uploads';
import { notFound } from '../refusal';
import { readBooked } from './bookings';
import { withStock } from './overdue';

/** A product as a customer may know it, ready to run, and what the customer's group is called in it. */
export interface CustomersProgram<P extends Program | null = Program> {
  readonly program: P;
  readonly group: string | null;
}

/**
 * Makes what is published of a product ready for a customer; null for what is not sold any more. The same state of the
 * catalog gives the same program, which is made once.
 *
 * @param group key of the customer's group, or null
 */
export function programFor(queries: Queries, published: PublishedProduct, now: Surrounded, group: string | null): Promise<CustomersProgram>;
export function programFor(queries: Queries, published: PublishedProduct | undefined, now: Surrounded, group: string | null): Promise<CustomersProgram<Program | null>>;
export async function programFor(queries: Queries, published: PublishedProduct | undefined, now: Surrounded, group: string | null): Promise<CustomersProgram<Program | null>> {
  if (!published) return { program: null, group };
  const { kept } = await readShared(queries);
  const surroundings = pricedFor(now.surroundings, group, now.today);
  const name = `program ${published.revisionId} ${now.today} ${group ?? ''}`;
  const known = kept.get(name) as CustomersProgram | undefined;
  if (known) return known;
  const view = customerView(published.definition, surroundings, group, now.today);
  const made = { program: compile(view.product, view.surroundings), group: view.group };
  kept.set(name, made);
  return made;
}

type Surrounded = Pick<SurroundingsNow, 'surroundings' | 'today'>;

/** What the shop page needs of a product. */
export type ShopProduct = PublishedProduct & SurroundingsNow;

/** A product that customers can buy by itself. @throws Refusal 404 when the shop has none at that address */
export function openShopProduct(context: Services, slug: string): Promise<ShopProduct> {
  return openProduct(context, slug, readSoldBySlug);
}

/** A product that customers can buy, be it only as a part of another. @throws Refusal 404 */
export function openPublishedProduct(context: Services, slug: string): Promise<ShopProduct> {
  return openProduct(context, slug, readPublishedBySlug);
}

function openProduct(context: Services, slug: string, read: typeof readPublishedBySlug): Promise<ShopProduct> {
  return atOneMoment(context, async ({ database, now }) => {
    const published = await read(database.read, slug);
    if (!published) return notFound(`product “${slug}” in the shop`);
    return { ...published, ...(await readSurroundings(database.read, now(), [published.definition])) };
  });
}

/**
 * Resolves a selection of a published product against live stock, as a customer sees it.
 *
 * @param selection anything at all; what is wrong with it is in the resolution's problems
 * @param group key of the customer's group, or null
 * @throws Refusal 404 when the shop has no product at that address
 */
export function resolvePublished(context: Services, slug: string, selection: unknown, group: string | null = null): Promise<Resolution> {
  return withStock(context, async (still) => {
    const product = await openShopProduct(still, slug);
    const { there, today } = product;
    const files = await readFiles(still.database.read, [selectionSchema.safeParse(selection).data ?? { answers: {} }]);
    const view = await programFor(still.database.read, product, product, group);
    const booked = bookedIn(await readBooked(still.database.read, [product.definition], product));
    return resolve(view.program, selection, { stock: there, today, files, booked, group: view.group, naming: true });
  });
}
