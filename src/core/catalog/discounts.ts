import { z } from 'zod';
import { groupRef, ownKey, productRef } from '../fields';
import { decimalText } from '../number';
import { keySchema } from './choices/common';
import { quantityPlaceSchema } from './quantities';

/** What a code gives. */
export const discountGivesSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('percent'), percent: decimalText.describe('so many percent of what it is for') }),
  z.strictObject({
    kind: z.literal('amount'),
    amount: decimalText.describe('so much of what it is for, and never more than that'),
  }),
  z
    .strictObject({
      kind: z.literal('product'),
      product: productRef(z.string().max(60).describe('address of the product')),
      pieces: z.int().min(1).max(1000).default(1),
    })
    .describe('so many of a product for nothing, where they are in the basket'),
  z.strictObject({ kind: z.literal('delivery') }).describe('delivery for nothing'),
]);

export type DiscountGives = z.infer<typeof discountGivesSchema>;

const count = (words: string) => z.int().min(1).max(1_000_000).nullable().default(null).describe(words);
const day = z.string().max(10).nullable().default(null);

/** A discount that customers get by a code. */
export const discountSchema = z
  .strictObject({
    key: ownKey('discount', keySchema),
    title: z.string().min(1).max(80).describe('what it is called; customers read it in the basket'),
    gives: discountGivesSchema,
    from: day.describe('the first day, as YYYY-MM-DD in the shop’s time zone; null for always'),
    until: day.describe('the last day; null for no end'),
    groups: z
      .array(groupRef(keySchema))
      .max(50)
      .default([])
      .describe('customer groups that it is for; empty for everybody'),
    places: z
      .array(quantityPlaceSchema)
      .max(20)
      .default([])
      .describe('products that it is for, by any of these conditions'),
    products: z
      .array(productRef(keySchema))
      .max(200)
      .default([])
      .describe('addresses of further products that it is for; where there are no conditions either, it is for all'),
    least: decimalText.nullable().default(null).describe('what it is for must come to so much at least'),
    uses: count('how often each code can be used in all; null for no end'),
    usesPerCustomer: count('how often one customer can use it, told by the e-mail address; null for no end'),
    combines: z.boolean().default(false).describe('whether it may be used together with others that may'),
  })
  .meta({ id: 'discount' });

export type Discount = z.infer<typeof discountSchema>;
