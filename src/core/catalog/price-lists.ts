import { z } from 'zod';
import {
  beside,
  choiceRef,
  groupRef,
  keyAt,
  optionRef,
  ownKey,
  priceListRef,
  productBeside,
  productRef,
} from '../fields';
import { decimalText } from '../number';
import { breaksSchema } from '../pricing/breaks';
import { keySchema } from './choices/common';
import { quantityPlaceSchema } from './quantities';

/** What of a product a price is for. */
export const pricedThingSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('product') }).describe('its base price'),
  z.strictObject({
    kind: z.literal('variant'),
    options: z
      .record(
        choiceRef(z.string(), { scope: productBeside(2) }),
        optionRef(z.string(), { choice: keyAt(0), scope: productBeside(2) }),
      )
      .describe('option key by stocked choice key'),
  }),
  z
    .strictObject({
      kind: z.literal('option'),
      choice: choiceRef({ scope: productBeside(1) }),
      option: optionRef({ choice: beside('choice'), scope: productBeside(1) })
        .nullable()
        .default(null)
        .describe('null for what an answer without options adds'),
    })
    .describe('what it adds to the price'),
]);

export type PricedThing = z.infer<typeof pricedThingSchema>;

/** One price of a list. */
export const listPriceSchema = z.strictObject({
  product: productRef(keySchema).describe('address of the product'),
  of: pricedThingSchema.default({ kind: 'product' }),
  price: decimalText.describe(
    'in the place of the usual price, for the same unit; of an option in the place of what it adds',
  ),
  breaks: breaksSchema.nullable().default(null).describe('what it costs from so many on in this list'),
});

export type ListPrice = z.infer<typeof listPriceSchema>;

const dayField = z.string().max(10).nullable().default(null);

/** Prices that hold in the place of the usual ones: for some customers, for some time, or both. */
export const priceListSchema = z
  .strictObject({
    key: ownKey('priceList', keySchema),
    title: z.string().min(1).max(80).describe('what it is called; customers read it in the working'),
    groups: z
      .array(groupRef(keySchema))
      .max(50)
      .default([])
      .describe('customer groups that it holds for; empty for everybody'),
    from: dayField.describe('the first day on which it holds, as YYYY-MM-DD in the shop’s time zone; null for always'),
    until: dayField.describe('the last day on which it holds; null for no end'),
    follows: priceListRef(keySchema)
      .nullable()
      .default(null)
      .describe('key of the list whose prices hold where this one says nothing'),
    percent: decimalText
      .nullable()
      .default(null)
      .describe(
        'so many percent less than usual, or than in the list that it follows, is the price of everything that it names no price for; null leaves that as it is',
      ),
    places: z
      .array(quantityPlaceSchema)
      .max(20)
      .default([])
      .describe('the products that the percentage is for, by any of these conditions; none for all'),
    showsLowest: z
      .boolean()
      .default(false)
      .describe('whether the lowest price of the 30 days before its first day is shown beside its prices'),
    prices: z.array(listPriceSchema).max(5000).default([]),
  })
  .meta({ id: 'priceList' });

export type PriceList = z.infer<typeof priceListSchema>;

/** A list as the shop has it. */
export interface KnownPriceList extends PriceList {
  /** the lowest prices of the 30 days before its first day, where they are shown; absent for none */
  readonly lowest?: readonly ListPrice[];
}

/** A list that holds, with the one it follows. */
export interface ListInForce extends Pick<PriceList, 'key' | 'title' | 'percent' | 'places' | 'prices'> {
  /** addresses of the products that the percentage is for, in the place of conditions; absent where those say it */
  readonly only?: readonly string[];
  readonly follows: ListInForce | null;
  /** the lowest prices of the 30 days before it began, where they are shown */
  readonly lowest: readonly ListPrice[];
}

/** What prices hold for some customers on a day. */
export interface PricesInForce {
  /** the first that names a price of a thing has the word about it */
  readonly lists: readonly ListInForce[];
  /** for whom: keys of customer groups, null for everybody else; null for all customers */
  readonly groups: readonly (string | null)[] | null;
}
