import { z } from 'zod';

const numberOfPieces = z.int().min(1).max(1_000_000);

/** A quantity that may be bought, and what it is called. */
export const listedQuantitySchema = z
  .strictObject({
    quantity: numberOfPieces,
    caption: z.string().max(60).default('').describe('what so many are called, such as “one case”'),
  })
  .meta({ id: 'listedQuantity' });

export type ListedQuantity = z.infer<typeof listedQuantitySchema>;

/** In what numbers a product may be bought: within bounds and in multiples, or only what a list says. */
export const quantityRuleSchema = z
  .strictObject({
    minimum: numberOfPieces.default(1).describe('minimum order quantity'),
    maximum: numberOfPieces.nullable().default(null).describe('most in one order line, null for no limit'),
    multiple: numberOfPieces.default(1).describe('order multiple: only multiples of this may be ordered'),
    countedFrom: z
      .enum(['zero', 'minimum'])
      .default('zero')
      .describe('whether multiples are counted from nothing or from the minimum: 5, 10, 15 or 3, 8, 13'),
    list: z
      .array(listedQuantitySchema)
      .max(60)
      .default([])
      .describe('the only quantities there are, in the place of minimum, maximum and multiple'),
    asked: z
      .enum(['field', 'menu', 'buttons'])
      .default('field')
      .describe('how customers say it, as far as there are few enough quantities to show'),
  })
  .meta({ id: 'quantityRule' });

export type QuantityRule = z.infer<typeof quantityRuleSchema>;

/** A rule that keeps nobody from any number. */
export const ANY_QUANTITY: QuantityRule = quantityRuleSchema.parse({});

/** The most pieces an order line may have, whatever the rule says: keeps every figure within exact bounds. */
export const LARGEST_QUANTITY = 1_000_000;

/** So many quantities are few enough to be shown one by one. */
export const MOST_SHOWN = 60;

/** What may be ordered: a rule made ready to be asked, and narrowed by whatever else has a say. */
export interface Orderable {
  readonly minimum: number;
  readonly maximum: number | null;
  readonly multiple: number;
  /** from what multiples are counted */
  readonly start: number;
  /** the only quantities, rising; null for all that the bounds allow */
  readonly listed: readonly ListedQuantity[] | null;
  readonly asked: QuantityRule['asked'];
}

/** Why a quantity can't be ordered, with the nearest that can on either side. */
export type QuantityFault =
  | { readonly code: 'quantityNotWhole'; readonly given: string; readonly nearest: readonly ListedQuantity[] }
  | { readonly code: 'quantityBelow'; readonly minimum: number; readonly nearest: readonly ListedQuantity[] }
  | { readonly code: 'quantityAbove'; readonly maximum: number; readonly nearest: readonly ListedQuantity[] }
  | {
      readonly code: 'quantityMultiple';
      readonly multiple: number;
      readonly start: number;
      readonly nearest: readonly ListedQuantity[];
    }
  | { readonly code: 'quantityNotListed'; readonly given: number; readonly nearest: readonly ListedQuantity[] }
  /** by limits that ask how many it is, so that nothing is said of other quantities */
  | { readonly code: 'quantityRefused'; readonly given: number; readonly nearest: readonly ListedQuantity[] }
  | { readonly code: 'noQuantity'; readonly minimum: number; readonly maximum: number; readonly multiple: number };

/** Makes a rule ready to be asked. */
export function orderable({ minimum, maximum, multiple, countedFrom, list, asked }: QuantityRule): Orderable {
  const listed =
    list.length === 0
      ? null
      : [...new Map(list.map((entry) => [entry.quantity, entry])).values()].sort((a, b) => a.quantity - b.quantity);
  // A list takes the place of everything else.
  if (listed) return { minimum: 1, maximum: null, multiple: 1, start: 0, listed, asked };
  return { minimum, maximum, multiple, start: countedFrom === 'minimum' ? minimum : 0, listed: null, asked };
}

/**
 * What may be ordered, narrowed by a least and a most of something else; null for no such limit. Multiples stay where
 * they are.
 */
export function within(
  given: Orderable,
  { least, most }: { readonly least: number | null; readonly most: number | null },
): Orderable {
  return {
    ...given,
    minimum: Math.max(given.minimum, least ?? 1),
    maximum: most === null ? given.maximum : Math.min(given.maximum ?? most, most),
  };
}

const inBounds = ({ minimum, maximum }: Orderable, quantity: number) =>
  quantity >= minimum && quantity <= Math.min(maximum ?? LARGEST_QUANTITY, LARGEST_QUANTITY);

/**
 * The least and the most that may be ordered: the bounds brought to multiples, or the ends of a list.
 *
 * @returns null when nothing may (a maximum below the first multiple)
 */
export function orderableRange(given: Orderable): { least: number; most: number } | null {
  const { minimum, maximum, multiple, start, listed } = given;
  if (listed) {
    const kept = listed.filter(({ quantity }) => inBounds(given, quantity));
    const [first, last] = [kept[0], kept.at(-1)];
    return first && last ? { least: first.quantity, most: last.quantity } : null;
  }
  const least = start + Math.ceil((Math.max(minimum, 1) - start) / multiple) * multiple;
  const most =
    start + Math.floor((Math.min(maximum ?? LARGEST_QUANTITY, LARGEST_QUANTITY) - start) / multiple) * multiple;
  return least <= most ? { least, most } : null;
}

/** The nearest that may be ordered at or below a number, and at or above it; null where there is none on that side. */
export function nearestOrderable(given: Orderable, value: number): { below: number | null; above: number | null } {
  const range = orderableRange(given);
  if (!range || Number.isNaN(value)) return { below: null, above: range?.least ?? null };
  const { least, most } = range;
  if (given.listed) {
    const kept = given.listed.flatMap(({ quantity }) => (inBounds(given, quantity) ? [quantity] : []));
    return {
      below: kept.findLast((quantity) => quantity <= value) ?? null,
      above: kept.find((quantity) => quantity >= value) ?? null,
    };
  }
  const { multiple, start } = given;
  const below = Number.isFinite(value)
    ? Math.min(most, start + Math.floor((value - start) / multiple) * multiple)
    : value > 0
      ? most
      : -Infinity;
  const above = Number.isFinite(value)
    ? Math.max(least, start + Math.ceil((value - start) / multiple) * multiple)
    : value > 0
      ? Infinity
      : least;
  return { below: below >= least ? below : null, above: above <= most ? above : null };
}

/** All quantities that may be ordered, rising; null where there are more than can be shown one by one. */
export function everyOrderable(given: Orderable, most = MOST_SHOWN): ListedQuantity[] | null {
  const range = orderableRange(given);
  if (!range) return [];
  if (given.listed) return given.listed.filter(({ quantity }) => inBounds(given, quantity));
  const count = (range.most - range.least) / given.multiple + 1;
  return count > most
    ? null
    : Array.from({ length: count }, (_, steps) => ({ quantity: range.least + steps * given.multiple, caption: '' }));
}

/** What a quantity is called, where a list says so; empty otherwise. */
export function captionOf({ listed }: Orderable, quantity: number): string {
  return listed?.find((entry) => entry.quantity === quantity)?.caption ?? '';
}

/**
 * Checks a quantity. Never corrects it.
 *
 * @param asked whatever was asked for
 * @returns null when it can be ordered
 */
export function checkQuantity(given: Orderable, asked: number): QuantityFault | null {
  const range = orderableRange(given);
  if (!range)
    return {
      code: 'noQuantity',
      minimum: given.minimum,
      maximum: given.maximum ?? LARGEST_QUANTITY,
      multiple: given.multiple,
    };
  const near = Number.isFinite(asked) ? nearestOrderable(given, asked) : { below: null, above: range.least };
  const nearest = [...new Set([near.below, near.above])].flatMap((quantity) =>
    quantity === null ? [] : [{ quantity, caption: captionOf(given, quantity) }],
  );
  if (!Number.isInteger(asked)) return { code: 'quantityNotWhole', given: String(asked), nearest };
  if (given.listed) return near.below === asked ? null : { code: 'quantityNotListed', given: asked, nearest };
  if (asked < range.least) return { code: 'quantityBelow', minimum: range.least, nearest };
  if (asked > (given.maximum ?? LARGEST_QUANTITY)) return { code: 'quantityAbove', maximum: range.most, nearest };
  if (near.below !== asked) return { code: 'quantityMultiple', multiple: given.multiple, start: given.start, nearest };
  return null;
}
