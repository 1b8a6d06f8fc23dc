import { beginsOn, dayText, parseDay } from '../../calendar';
import { type Program } from '../../compile/program';
import { problem, type Problem } from '../../problems';
import { AT_ITEM, atChoice } from '../../selection';
import { type Reading } from '../reading';

/** How many pieces of a product, by its address, are booked for a day or week, by its first day as YYYY-MM-DD. */
export type Booked = (product: string, period: string) => number;

/** How much is booked of a product for a day or a week. */
export interface BookedPieces {
  /** address of the product */
  readonly product: string;
  /** first day, as YYYY-MM-DD */
  readonly period: string;
  readonly pieces: number;
}

/** Looks up what is booked; undefined where nobody asks. */
export function bookedIn(rows: readonly BookedPieces[] | null | undefined): Booked | undefined {
  if (!rows) return undefined;
  const known = new Map(rows.map(({ product, period, pieces }) => [`${product} ${period}`, pieces]));
  return (product, period) => known.get(`${product} ${period}`) ?? 0;
}

/** Room that something takes on a day or in a week. */
export interface Booking {
  /** address of the product */
  readonly product: string;
  readonly title: string;
  readonly per: 'day' | 'week';
  /** so many of it can be done then */
  readonly capacity: number;
  /** first day, as YYYY-MM-DD: as it was chosen, or the first in which there is room */
  readonly period: string;
  /** key of the choice that says when; null where it is done as soon as there is room */
  readonly by: string | null;
  readonly pieces: number;
  /** the last day or week that it takes, where it takes more than one */
  readonly until: string | null;
}

const NO_BOOKINGS: readonly Booking[] = [];

/**
 * What of a selection takes room on a day or in a week: of the product itself, of its parts and of what is taken along.
 */
export function bookingsOf(
  { capacity, choices, slug, title }: Program,
  { answers, entries, addOns }: Reading,
  pieces: number,
  today: string,
): readonly Booking[] {
  const along = [...entries.map(({ resolution }) => ({ resolution, count: 1 })), ...addOns];
  if (pieces === 0) return NO_BOOKINGS;
  if (!capacity && along.every(({ resolution }) => resolution.bookings.length === 0)) return NO_BOOKINGS;
  const own: Booking[] = [];
  // A date is known by the day that it is.
  const chosen = capacity && capacity.by !== null ? answers[capacity.by]?.canonical : today;
  const day = chosen === undefined ? null : parseDay(chosen);
  if (capacity && day !== null)
    own.push({
      product: slug,
      title,
      per: capacity.per,
      capacity: capacity.pieces,
      period: dayText(beginsOn(day, capacity.per)),
      by: capacity.by === null ? null : (choices[capacity.by]?.key ?? null),
      pieces,
      until: null,
    });
  return [
    ...own,
    ...along.flatMap(({ resolution, count }) =>
      resolution.bookings.map((booking) => ({
        ...booking,
        by: booking.by === null ? null : '',
        pieces: booking.pieces * count * pieces,
      })),
    ),
  ];
}

/** So many days or weeks are looked through for the next with room. */
const LOOKED_THROUGH = 400;

const step = (period: string, per: Booking['per'], by: number) =>
  dayText((parseDay(period) ?? 0) + by * (per === 'day' ? 1 : 7));

/** What is wrong with the days that are chosen: that there is no room for it any more. */
export function roomProblems(program: Program, bookings: readonly Booking[], booked: Booked): Problem[] {
  const seen = new Map<string, number>();
  return bookings.flatMap(({ product, title, per, capacity, period, by, pieces }) => {
    if (by === null) return [];
    const before = seen.get(`${product} ${period}`) ?? 0;
    seen.set(`${product} ${period}`, before + pieces);
    const left = Math.max(0, capacity - booked(product, period) - before);
    if (pieces <= left) return [];
    const next =
      pieces > capacity
        ? null
        : (Array.from({ length: LOOKED_THROUGH }, (_, ahead) => step(period, per, ahead + 1)).find(
            (other) => capacity - booked(product, other) >= pieces,
          ) ?? null);
    return [
      problem(program.indexOf.has(by) ? atChoice(by) : AT_ITEM, {
        code: 'noRoom',
        title,
        per,
        at: period,
        left,
        asked: pieces,
        next,
      }),
    ];
  });
}

/**
 * When what is done as soon as there is room will be done: from the first day or week with room on, one after the
 * other.
 */
export function whenDone(bookings: readonly Booking[], booked: Booked): readonly Booking[] {
  return bookings.map((booking) => {
    if (booking.by !== null) return booking;
    const taken = roomFor(booking, booked);
    const [first, last] = [taken[0], taken.at(-1)];
    return first && last ? { ...booking, period: first.period, until: last === first ? null : last.period } : booking;
  });
}

/**
 * The days or weeks that a booking takes, each with so many pieces. One that can't be placed within reach takes the
 * last.
 */
export function roomFor(
  { product, per, capacity, period, by, pieces }: Booking,
  booked: Booked,
): { readonly period: string; readonly pieces: number }[] {
  if (by !== null) return [{ period, pieces }];
  const taken: { period: string; pieces: number }[] = [];
  let rest = pieces;
  for (let ahead = 0; rest > 0 && ahead < LOOKED_THROUGH; ahead += 1) {
    const at = step(period, per, ahead);
    const room = Math.min(rest, Math.max(0, capacity - booked(product, at)));
    if (room === 0) continue;
    taken.push({ period: at, pieces: room });
    rest -= room;
  }
  return rest > 0 ? [...taken, { period: step(period, per, LOOKED_THROUGH), pieces: rest }] : taken;
}
