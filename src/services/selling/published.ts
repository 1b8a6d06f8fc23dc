import { readShared } from '../catalog/catalog-state';
import { type PublishedProduct, readPublishedBySlug, readSoldBySlug } from '../catalog/published-products';
import { readSurroundings, type SurroundingsNow } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { dayAt } from '../../core/calendar';
import { compile, type Program } from '../../core/compile';
import { customerView, type CustomerView, pageView } from '../../core/exchange';
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
  /**
   * the same by the whole definition, with what the catalog manager alone is to know; made when it is first asked for
   */
  readonly whole: () => P;
  /** what a page is sent of it; made when it is first asked for */
  readonly page: () => P extends Program ? CustomerView : null;
}

/**
 * Makes what is published of a product ready for a customer; null for what is not sold any more. The same state of the
 * catalog gives the same program, which is made once.
 *
 * @param group key of the customer's group, or null
 */
export function programFor(published: PublishedProduct, now: Surrounded, group: string | null): CustomersProgram;
export function programFor(
  published: PublishedProduct | undefined,
  now: Surrounded,
  group: string | null,
): CustomersProgram<Program | null>;
export function programFor(
  published: PublishedProduct | undefined,
  now: Surrounded,
  group: string | null,
): CustomersProgram<Program | null> {
  if (!published) return { program: null, group, whole: () => null, page: () => null };
  const name = programName(published, now.today, group);
  const known = now.kept.get(name) as CustomersProgram | undefined;
  if (known) return known;
  const surroundings = pricedFor(now.surroundings, group, now.today);
  const view = customerView(published.definition, surroundings, group, now.today);
  let whole: Program | undefined;
  let page: CustomerView | undefined;
  const made: CustomersProgram = {
    program: compile(view.product, view.surroundings),
    group: view.group,
    whole: () => (whole ??= compile(published.definition, surroundings)),
    page: () => (page ??= pageView(view)),
  };
  now.kept.set(name, made);
  return made;
}

type Surrounded = Pick<SurroundingsNow, 'surroundings' | 'today'> & {
  /** what is worked out already, by its name */
  readonly kept: { get(name: string): object | undefined; set(name: string, made: object): unknown };
};

const programName = ({ revisionId }: PublishedProduct, today: string, group: string | null) =>
  `program ${revisionId} ${today} ${group ?? ''}`;

/**
 * Makes products ready for a customer before they are sold in a transaction, for customers and whole: all others wait
 * for what is compiled in there. What is ready already costs a look.
 *
 * @returns their programs, whole
 */
export async function makeReady(
  queries: Queries,
  at: Date,
  sold: readonly (PublishedProduct | undefined)[],
  group: string | null,
): Promise<Program[]> {
  const { kept, shop } = await readShared(queries);
  const today = dayAt(at, shop.timeZone);
  const products = sold.filter((product) => product !== undefined);
  const missing = products.filter((product) => !kept.has(programName(product, today, group)));
  if (missing.length > 0) {
    const around = await readSurroundings(
      queries,
      at,
      missing.map(({ definition }) => definition),
    );
    for (const product of missing) programFor(product, around, group);
  }
  return products.flatMap(
    (product) => (kept.get(programName(product, today, group)) as CustomersProgram | undefined)?.whole() ?? [],
  );
}

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
 * @param asIf another day than it is, with what is worked out for it: that is not kept among what many ask for
 * @throws Refusal 404 when the shop has no product at that address
 */
export function resolvePublished(
  context: Services,
  slug: string,
  selection: unknown,
  group: string | null = null,
  asIf: Partial<Pick<Surrounded, 'today' | 'kept'>> = {},
): Promise<Resolution> {
  return withStock(context, async (still) => {
    const product = { ...(await openShopProduct(still, slug)), ...asIf };
    const { there, today } = product;
    const files = await readFiles(still.database.read, [selectionSchema.safeParse(selection).data ?? { answers: {} }]);
    const view = programFor(product, product, group);
    const booked = bookedIn(await readBooked(still.database.read, [product.definition], product));
    return resolve(view.program, selection, { stock: there, today, files, booked, group: view.group, naming: true });
  });
}
