import { z } from 'zod';
import { answersOf, choiceRef, keyAt, optionRef, ownKey, productBeside, productRef } from '../fields';
import { decimalText } from '../number';
import { answersSchema } from '../selection/selection';
import { keySchema } from './choices';

/** The most of one part that a kit holds: keeps every figure of a kit in kits within exact bounds. */
export const MOST_OF_A_PART = 10_000;

/** A product that a part can be: its choices answered beforehand, narrowed to some options, or left to customers. */
export const candidateSchema = z
  .strictObject({
    product: productRef().default('').describe('slug of the product'),
    fixed: answersOf(answersSchema, productBeside(0)).describe(
      'answers that the catalog manager gives, as in a selection; customers are not asked',
    ),
    narrowed: z
      .record(
        choiceRef({ scope: productBeside(1) }),
        z.array(optionRef({ choice: keyAt(1), scope: productBeside(2) })).max(300),
      )
      .default({})
      .describe('by choice, the only options that are offered there'),
  })
  .meta({ id: 'candidate' });

export type PartCandidate = z.infer<typeof candidateSchema>;

const howMany = z.int().min(1).max(MOST_OF_A_PART).default(1);

/** A component that comes with a product: always or when it is wanted, one product or one of several. */
export const partSchema = z
  .strictObject({
    key: ownKey('part', keySchema),
    title: z.string().max(120).default('').describe('empty to call it what its product is called'),
    candidates: z
      .array(candidateSchema)
      .max(60)
      .default([])
      .describe('the products it can be; of several, customers pick one, and the first is the usual one'),
    optional: z.boolean().default(false).describe('whether it may be left out'),
    taken: z.boolean().default(false).describe('whether an optional part comes unless somebody says otherwise'),
    quantity: z
      .strictObject({ least: howMany, usual: howMany, most: howMany })
      .default({ least: 1, usual: 1, most: 1 })
      .describe('how many of it come with one'),
  })
  .meta({ id: 'part' });

export type Part = z.infer<typeof partSchema>;

/** What a product with parts costs, before its own choices, formulas and rules. */
export const partsPriceSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('sum') }).describe('what the parts cost when each is sold alone'),
    z.strictObject({ kind: z.literal('lessAmount'), amount: decimalText }).describe('that less an amount'),
    z.strictObject({ kind: z.literal('lessPercent'), percent: decimalText }).describe('that less a percentage'),
    z
      .strictObject({
        kind: z.literal('own'),
        extras: z
          .enum(['onTop', 'included', 'all'])
          .default('onTop')
          .describe(
            'onTop: what a part costs more than it usually does comes on top; included: whatever is chosen of what comes usually is in the price, and further pieces, optional parts and what customers put into slots are on top; all: nothing is on top',
          ),
        cheaperLess: z
          .boolean()
          .default(true)
          .describe('whether what costs less than it usually does takes something off; where extras are on top'),
      })
      .describe('the product’s own price, for what it comes as usually'),
  ])
  .meta({ id: 'partsPrice' });

export type PartsPrice = z.infer<typeof partsPriceSchema>;

export const placesOfSale = ['shop', 'kits', 'address'] as const;

/** Where a product is sold: in the shop and in kits; only in kits; or only to who knows its address, and in kits. */
export type PlaceOfSale = (typeof placesOfSale)[number];
