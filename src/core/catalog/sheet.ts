import { z } from 'zod';
import { answerOf, beside, choiceRef, keyAt, optionRef, ownKey, sheetRef, type Trail } from '../fields';
import { amountSchema } from '../pricing/amount';
import { choiceSchema, keySchema } from './choices';
import { formulaSchema, rateSchema } from './formulas';
import { ruleSchema, tableSchema } from './rules';
import { MOST_VIEWS, viewSchema } from './views';

/**
 * Products a sheet is placed on by itself: those of a category, of a supplier, with a tag; all that is said must hold.
 */
export const placeConditionSchema = z.strictObject({
  category: z.string().max(80).nullable().default(null),
  supplier: z.string().max(80).nullable().default(null),
  tag: z.string().max(40).nullable().default(null),
});

export type PlaceCondition = z.infer<typeof placeConditionSchema>;

/** A reusable group of choices, kept once and placed on many products. */
export const sheetSchema = z
  .strictObject({
    key: ownKey('sheet', keySchema),
    title: z.string().max(120),
    note: z.string().max(500).default('').describe('what it is for; only the catalog manager sees it'),
    rank: z
      .int()
      .min(0)
      .max(10_000)
      .default(100)
      .describe('order among sheets that a condition places on one product, lowest first'),
    places: z
      .array(placeConditionSchema)
      .max(50)
      .default([])
      .describe('any of these conditions places the sheet, also on products added later'),
    choices: z.array(choiceSchema).max(200).default([]),
    formulas: z.array(formulaSchema).max(50).default([]),
    rates: z.array(rateSchema).max(100).default([]),
    rules: z.array(ruleSchema).max(400).default([]),
    tables: z.array(tableSchema).max(100).default([]),
    views: z
      .array(viewSchema)
      .max(MOST_VIEWS)
      .default([])
      .describe(
        'layers that it brings: over the product’s view of the same name and scale, or, where there is none, as a view of their own',
      ),
  })
  .meta({ id: 'sheet' });

export type Sheet = z.infer<typeof sheetSchema>;

/** The placed sheet, so many levels up. */
const sheetAt = (levels: number) => (trail: Trail) => ({ sheet: beside('key', levels)(trail) ?? '' });

const overriddenAmount = z.strictObject({ value: amountSchema.nullable() }).nullable().default(null);

/** What one product says otherwise about one choice of a sheet; what it does not say follows the sheet. */
export const overrideSchema = z
  .strictObject({
    leftOut: z.boolean().default(false),
    required: z.boolean().nullable().default(null),
    default: z
      .strictObject({
        value: answerOf(z.union([z.string(), z.boolean(), z.array(z.string()), z.null()]), keyAt(2), sheetAt(3)),
      })
      .nullable()
      .default(null),
    amount: overriddenAmount,
    options: z
      .record(
        optionRef(z.string(), { choice: keyAt(2), scope: sheetAt(3) }),
        z.strictObject({ leftOut: z.boolean().default(false), amount: overriddenAmount }),
      )
      .default({}),
  })
  .meta({ id: 'override' });

export type Override = z.infer<typeof overrideSchema>;

/** A sheet on a product. */
export const placementSchema = z
  .strictObject({
    key: sheetRef(keySchema).describe('key of the sheet'),
    by: z
      .enum(['hand', 'condition'])
      .default('hand')
      .describe('condition: it counts only while one of the sheet’s conditions holds'),
    after: choiceRef(z.string().max(60))
      .nullable()
      .default(null)
      .describe('key of the own choice it follows; empty for the top of the page, null for the end'),
    leftOut: z.boolean().default(false).describe('whether a sheet that a condition would place is left out'),
    overrides: z
      .record(choiceRef(z.string(), { scope: sheetAt(1) }), overrideSchema)
      .default({})
      .describe('by key of the sheet’s choice'),
  })
  .meta({ id: 'placement' });

export type Placement = z.infer<typeof placementSchema>;

interface Shelved {
  readonly category: string | null;
  readonly supplier: string | null;
  readonly tags: readonly string[];
}

/** Whether two names that shelves are kept by are one: capitals and outer spaces do not count. */
export const alike = (a: string | null, b: string): boolean =>
  (a ?? '').trim().toLowerCase() === b.trim().toLowerCase();

/** Whether a condition says nothing at all. */
export const saysNothing = ({ category, supplier, tag }: PlaceCondition): boolean =>
  category === null && supplier === null && tag === null;

/** Whether a condition of a sheet holds for a product. A condition that says nothing never holds. */
export function conditionHolds(condition: PlaceCondition, product: Shelved): boolean {
  const { category, supplier, tag } = condition;
  if (saysNothing(condition)) return false;
  if (category !== null && !alike(product.category, category)) return false;
  if (supplier !== null && !alike(product.supplier, supplier)) return false;
  return tag === null || product.tags.some((own) => alike(own, tag));
}

/** Whether any of a sheet's conditions holds for a product. */
export function isPlacedByCondition(sheet: Pick<Sheet, 'places'>, product: Shelved): boolean {
  return sheet.places.some((condition) => conditionHolds(condition, product));
}

/**
 * The sheets on a product, in their order: those that it names, then those that only a condition places, by rank.
 *
 * @param sheets every sheet there is
 */
export function placementsOf(
  product: Shelved & { readonly sheets: readonly Placement[] },
  sheets: Iterable<Sheet>,
): Placement[] {
  const byKey = new Map([...sheets].map((sheet) => [sheet.key, sheet]));
  const named = product.sheets.filter(({ key, by, leftOut }) => {
    const sheet = byKey.get(key);
    // A sheet that is gone stays listed, so that it is said and not silently dropped.
    return !leftOut && (by === 'hand' || (sheet !== undefined && isPlacedByCondition(sheet, product)));
  });
  const mentioned = new Set(product.sheets.map(({ key }) => key));
  const others = [...byKey.values()].filter(
    (sheet) => !mentioned.has(sheet.key) && isPlacedByCondition(sheet, product),
  );
  others.sort((a, b) => a.rank - b.rank || (a.key < b.key ? -1 : 1));
  return [...named, ...others.map(({ key }) => placementSchema.parse({ key, by: 'condition' }))];
}

/** The sheets on a product that are there, in their order. @param sheets every sheet there is, by key */
export const placedOn = (
  product: Parameters<typeof placementsOf>[0],
  sheets: ReadonlyMap<string, Sheet>,
): readonly Sheet[] => placementsOf(product, sheets.values()).flatMap(({ key }) => sheets.get(key) ?? []);
