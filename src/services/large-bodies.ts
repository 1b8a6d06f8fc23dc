import { z } from 'zod';
import { placedQuantitySchema, priceListSchema, productSchema, sheetSchema } from '../core/catalog';

const baseVersion = z.int().min(1).describe('the version this draft was made from');
const editor = z.string().min(1).max(60).describe('tells windows and people apart');
const priceLists = z.strictObject({
  lists: z.array(priceListSchema).max(200),
  seen: z.string().max(40).optional().describe('the name of the lists as they were opened; others since are refused'),
});

/** What somebody has seen that prices would do, and accepts. */
export const acceptedPrices = {
  accepted: z.int().min(0).describe('how many prices were seen to change'),
  acceptedBelow: z.int().min(0).default(0).describe('how many products were seen to fall below their floor'),
};
const quantityRules = z.strictObject({
  rules: z.array(placedQuantitySchema).max(200),
  seen: z.string().max(40).optional().describe('the name of the rules as they were opened; others since are refused'),
});

/**
 * What is sent in so large bodies that reading one may take a thread: the shape of each, which a thread must know
 * without a database.
 */
export const largeBodies = {
  product: productSchema,
  productDraft: z.strictObject({ definition: productSchema, baseVersion, editor }),
  draftSetAside: z.strictObject({ definition: productSchema, savedBy: z.string().max(60) }),
  sheet: sheetSchema,
  sheetDraft: z.strictObject({ definition: sheetSchema, baseVersion, editor }),
  priceLists,
  acceptedPriceLists: priceLists.extend(acceptedPrices),
  toldPriceLists: priceLists.omit({ seen: true }).extend(acceptedPrices),
  quantityRules,
  acceptedQuantityRules: quantityRules.extend({
    accepted: z.int().min(0).describe('how many products were seen to change'),
  }),
} as const;

export type LargeBodyName = keyof typeof largeBodies;
export type LargeBody<Name extends LargeBodyName> = z.infer<(typeof largeBodies)[Name]>;
