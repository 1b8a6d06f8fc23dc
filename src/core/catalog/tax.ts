import { z } from 'zod';
import { ownKey, taxClassRef } from '../fields';
import { decimalText } from '../number';
import { keySchema } from './choices/common';

/** A country, by its code in ISO 3166-1 (alpha-2). */
export const countrySchema = z
  .string()
  .regex(/^[A-Z]{2}$/, 'use a country code of two capitals (ISO 3166-1), such as AT');

/** How prices are shown: with tax, without it, or both. */
export const taxShown = ['with', 'without', 'both'] as const;
export type TaxShown = (typeof taxShown)[number];

/** Tax on what is sold. */
export const taxSchema = z
  .strictObject({
    name: z.string().min(1).max(20).default('VAT').describe('what customers call it'),
    pricesInclude: z.boolean().default(true).describe('whether all prices are entered with tax'),
    country: countrySchema.describe('where the shop is: what customers pay who have not said where they are'),
    classes: z
      .array(z.strictObject({ key: ownKey('taxClass', keySchema), title: z.string().min(1).max(60) }))
      .min(1)
      .max(20)
      .describe('kinds of products that are taxed alike; the first is that of all that say nothing'),
    rates: z
      .array(z.strictObject({ class: taxClassRef(keySchema), country: countrySchema, percent: decimalText }))
      .max(2000)
      .default([]),
    rounding: z
      .enum(['line', 'order'])
      .default('line')
      .describe('whether tax is rounded for each order line, or once for all that is taxed alike'),
    shown: z
      .enum(taxShown)
      .default('with')
      .describe('how prices are shown to those of whose group nothing else is said'),
  })
  .meta({ id: 'tax' });

export type Tax = z.infer<typeof taxSchema>;

/** What delivery costs, in one country or in all others. */
export const deliverySchema = z
  .strictObject({
    country: countrySchema.nullable().default(null).describe('null for every country of which nothing is said'),
    price: decimalText,
    freeFrom: decimalText.nullable().default(null).describe('costs nothing where what is ordered comes to so much'),
  })
  .meta({ id: 'delivery' });

export type Delivery = z.infer<typeof deliverySchema>;
