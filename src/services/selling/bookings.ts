import { and, eq, gte, inArray, sql } from 'drizzle-orm';
import { type SurroundingsNow } from '../catalog/surroundings';
import { beginsOn, dayText, parseDay } from '../../core/calendar';
import { type Product } from '../../core/catalog';
import { bookedIn, type BookedPieces, type Booking, roomFor } from '../../core/run';
import { type Queries } from '../../data/database';
import { bookings, products } from '../../data/schema';

/**
 * What is booked of some products, and of what belongs to them, from today on; null where nothing of them takes room.
 */
export async function readBooked(
  queries: Queries,
  definitions: readonly Product[],
  { surroundings, today }: Pick<SurroundingsNow, 'surroundings' | 'today'>,
): Promise<BookedPieces[] | null> {
  const limited = [...definitions, ...surroundings.products.values()]
    .filter(({ capacity }) => capacity !== null)
    .map(({ slug }) => slug);
  if (limited.length === 0) return null;
  return queries
    .select({
      product: sql<string>`${products.publishedSlug}`,
      period: bookings.period,
      pieces: sql<number>`sum(${bookings.pieces})`,
    })
    .from(bookings)
    .innerJoin(products, eq(products.id, bookings.productId))
    .where(
      and(
        inArray(products.publishedSlug, [...new Set(limited)]),
        gte(bookings.period, dayText(beginsOn(parseDay(today) ?? 0, 'week'))),
      ),
    )
    .groupBy(products.publishedSlug, bookings.period);
}

/** Less room than this is told exactly, as with stock. */
const SCARCE = 20;

/** What customers may know of what is booked: only where there is little room left. */
export function toldBooked(
  rows: readonly BookedPieces[] | null,
  definitions: readonly Product[],
): BookedPieces[] | null {
  return (
    rows &&
    rows.filter(({ product, pieces }) =>
      definitions.some(
        ({ slug, capacity }) => slug === product && capacity !== null && capacity.pieces - pieces < SCARCE,
      ),
    )
  );
}

/** Books the room that an order line takes. @returns what is booked then */
export async function book(
  transaction: Queries,
  orderId: number,
  wanted: readonly Booking[],
  rows: readonly BookedPieces[],
): Promise<BookedPieces[]> {
  let known = [...rows];
  for (const booking of wanted) {
    const [product] = await transaction
      .select({ id: products.id })
      .from(products)
      .where(eq(products.publishedSlug, booking.product));
    if (!product) continue;
    for (const { period, pieces } of roomFor(booking, bookedIn(known) ?? (() => 0))) {
      await transaction.insert(bookings).values({ productId: product.id, period, pieces, orderId });
      const before = known.find((row) => row.product === booking.product && row.period === period)?.pieces ?? 0;
      known = [
        ...known.filter((row) => !(row.product === booking.product && row.period === period)),
        { product: booking.product, period, pieces: before + pieces },
      ];
    }
  }
  return known;
}
