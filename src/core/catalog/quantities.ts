import { z } from 'zod';
import { groupRef, ownKey } from '../fields';
import { ANY_QUANTITY, type QuantityRule, quantityRuleSchema } from '../ordering';
import { keySchema } from './choices/common';
import { conditionHolds, placeConditionSchema, saysNothing } from './sheet';

/** What a product is, as far as rules for many products ask: how it is counted or put together. */
export const facets = ['plain', 'variants', 'measured', 'kit', 'build'] as const;
export type Facet = (typeof facets)[number];

/** Products by what is said of them; all that is said must hold. */
export const quantityPlaceSchema = placeConditionSchema.extend({ facet: z.enum(facets).nullable().default(null) });

export type QuantityPlace = z.infer<typeof quantityPlaceSchema>;

/** A quantity rule for many products at once. */
export const placedQuantitySchema = z
  .strictObject({
    key: ownKey('quantityRule', keySchema),
    title: z
      .string()
      .min(1)
      .max(80)
      .describe('what it is called; customers read it where it is kept by more than one order line'),
    places: z
      .array(quantityPlaceSchema)
      .max(20)
      .default([])
      .describe('any of these conditions places it; none places it on every product'),
    groups: z
      .array(groupRef(keySchema))
      .max(50)
      .default([])
      .describe('customer groups that it holds for; empty for everybody'),
    per: z
      .enum(['line', 'basket', 'customer'])
      .default('line')
      .describe(
        'whether each order line must keep it, all that it is placed on in a basket together, or all that one customer buys of it, whatever was ordered before; for a customer only a maximum can be said',
      ),
    rule: quantityRuleSchema,
  })
  .meta({ id: 'placedQuantity' });

export type PlacedQuantity = z.infer<typeof placedQuantitySchema>;

/** What of a product decides which rules are placed on it. */
export interface Shelved {
  readonly category: string | null;
  readonly supplier: string | null;
  readonly tags: readonly string[];
  readonly soldBy: { readonly kind: string };
  readonly variants: readonly unknown[];
  readonly parts: readonly unknown[];
  readonly choices: readonly { readonly kind: string }[];
}

function hasFacet({ soldBy, variants, parts, choices }: Shelved, facet: Facet): boolean {
  const isBuild = choices.some(({ kind }) => kind === 'slot');
  switch (facet) {
    case 'variants':
      return variants.length > 0;
    case 'measured':
      return soldBy.kind !== 'each';
    case 'kit':
      return parts.length > 0;
    case 'build':
      return isBuild;
    case 'plain':
      return variants.length === 0 && soldBy.kind === 'each' && parts.length === 0 && !isBuild;
  }
}

/** How many things a condition says, all of which hold for a product; null where it does not hold. */
function nearness(place: QuantityPlace, product: Shelved): number | null {
  const { facet } = place;
  if (facet !== null && !hasFacet(product, facet)) return null;
  if (!saysNothing(place)) {
    if (!conditionHolds(place, product)) return null;
  } else if (facet === null) return null;
  return [place.category, place.supplier, place.tag, facet].filter((said) => said !== null).length;
}

/** Whether any of some conditions holds for a product; none at all holds for every one. */
export function isPlaced(places: readonly QuantityPlace[], product: Shelved): boolean {
  return places.length === 0 || places.some((place) => nearness(place, product) !== null);
}

/** How near a rule for many products is to one of them, by what it says of it; null where it does not hold. */
function nearnessOf({ places, groups }: PlacedQuantity, product: Shelved, group: string | null): number | null {
  if (groups.length > 0 && (group === null || !groups.includes(group))) return null;
  const found = places.length === 0 ? [0] : places.flatMap((place) => nearness(place, product) ?? []);
  return found.length === 0 ? null : Math.max(...found) + (groups.length > 0 ? 1 : 0);
}

/**
 * Which of the rules for many products holds for the lines of one: the nearest, by what they say of it; the first of
 * those as near.
 */
export function placedQuantityFor(
  product: Shelved,
  rules: readonly PlacedQuantity[],
  group: string | null,
): PlacedQuantity | null {
  let best: { readonly rule: PlacedQuantity; readonly near: number } | null = null;
  for (const rule of rules) {
    const near = rule.per === 'line' ? nearnessOf(rule, product, group) : null;
    if (near !== null && near > (best?.near ?? -1)) best = { rule, near };
  }
  return best?.rule ?? null;
}

/** The rules that are kept by more than one order line, of those that hold for a product. */
export function jointQuantitiesFor(
  product: Shelved,
  rules: readonly PlacedQuantity[],
  group: string | null,
): PlacedQuantity[] {
  return rules.filter((rule) => rule.per !== 'line' && nearnessOf(rule, product, group) !== null);
}

/** Whose quantity rule it is. */
export type QuantityFrom =
  | { readonly kind: 'nobody' }
  | { readonly kind: 'product' }
  /** the group by its key, and by its title once it has been made ready */
  | { readonly kind: 'productForGroup'; readonly group: string }
  | { readonly kind: 'placed'; readonly key: string; readonly title: string }
  | { readonly kind: 'variant'; readonly title: string }
  | { readonly kind: 'option'; readonly title: string };

interface Ruled extends Shelved {
  readonly quantity: QuantityRule | null;
  readonly quantityByGroup: Readonly<Record<string, QuantityRule>>;
}

/**
 * In what numbers a product may be bought by a group of customers, before what is chosen of it has a say; and who says
 * so.
 */
export function quantityOf(
  product: Ruled,
  rules: readonly PlacedQuantity[],
  group: string | null,
): { readonly rule: QuantityRule; readonly from: QuantityFrom } {
  const forGroup =
    group !== null && Object.hasOwn(product.quantityByGroup, group) ? product.quantityByGroup[group] : undefined;
  if (forGroup && group !== null) return { rule: forGroup, from: { kind: 'productForGroup', group } };
  if (product.quantity) return { rule: product.quantity, from: { kind: 'product' } };
  const placed = placedQuantityFor(product, rules, group);
  return placed
    ? { rule: placed.rule, from: { kind: 'placed', key: placed.key, title: placed.title } }
    : { rule: ANY_QUANTITY, from: { kind: 'nobody' } };
}
