import { z } from 'zod';

/** In what numbers a product may be bought. Whole numbers; a maximum of null is "no maximum". */
export const quantityRuleSchema = z.strictObject({
  minimum: z.int().min(1).max(1_000_000).default(1).describe('minimum order quantity'),
  maximum: z.int().min(1).max(1_000_000).nullable().default(null).describe('most in one order line, null for no limit'),
  multiple: z.int().min(1).max(1_000_000).default(1).describe('order multiple: only multiples of this may be ordered'),
}).meta({ id: 'quantityRule' });

export type QuantityRule = z.infer<typeof quantityRuleSchema>;

/** The most pieces an order line may have, whatever the rule says: keeps every figure within exact bounds. */
export const LARGEST_QUANTITY = 1_000_000;

/** Why a quantity can't be ordered, with the nearest that can on either side. */
export type QuantityFault =
  | { readonly code: 'quantityNotWhole'; readonly given: string; readonly nearest: readonly number[] }
  | { readonly code: 'quantityBelow'; readonly minimum: number; readonly nearest: readonly number[] }
  | { readonly code: 'quantityAbove'; readonly maximum: number; readonly nearest: readonly number[] }
  | { readonly code: 'quantityMultiple'; readonly multiple: number; readonly nearest: readonly number[] }
  | { readonly code: 'noQuantity'; readonly minimum: number; readonly maximum: number; readonly multiple: number };

/**
 * The least and the most that the rule lets anyone order: its own bounds brought to multiples.
 *
 * @returns null when no quantity satisfies the rule (a maximum below the first multiple)
 */
export function orderableRange({ minimum, maximum, multiple }: QuantityRule): { least: number; most: number } | null {
  const least = Math.ceil(minimum / multiple) * multiple;
  const most = Math.floor(Math.min(maximum ?? LARGEST_QUANTITY, LARGEST_QUANTITY) / multiple) * multiple;
  return least <= most ? { least, most } : null;
}

/** A rule narrowed by a least and a most of something else; null for no such limit. */
export function within(rule: QuantityRule, { least, most }: { readonly least: number | null; readonly most: number | null }): QuantityRule {
  return { ...rule, minimum: Math.max(rule.minimum, least ?? 1), maximum: most === null ? rule.maximum : Math.min(rule.maximum ?? most, most) };
}

/**
 * Checks a quantity against a rule. Never corrects it.
 *
 * @param given whatever was asked for
 * @returns null when it can be ordered
 */
export function checkQuantity(rule: QuantityRule, given: number): QuantityFault | null {
  const range = orderableRange(rule);
  if (!range) return { code: 'noQuantity', minimum: rule.minimum, maximum: rule.maximum ?? LARGEST_QUANTITY, multiple: rule.multiple };
  const nearest = nearestOrderable(rule.multiple, range, given);
  if (!Number.isInteger(given)) return { code: 'quantityNotWhole', given: String(given), nearest };
  if (given < range.least) return { code: 'quantityBelow', minimum: range.least, nearest };
  if (given > (rule.maximum ?? LARGEST_QUANTITY)) return { code: 'quantityAbove', maximum: range.most, nearest };
  if (given % rule.multiple !== 0) return { code: 'quantityMultiple', multiple: rule.multiple, nearest };
  return null;
}

function nearestOrderable(multiple: number, { least, most }: { least: number; most: number }, given: number): number[] {
  if (!Number.isFinite(given)) return [least];
  const below = Math.min(most, Math.floor(given / multiple) * multiple);
  const above = Math.max(least, Math.ceil(given / multiple) * multiple);
  return [...new Set([below, above])].filter((quantity) => quantity >= least && quantity <= most);
}
