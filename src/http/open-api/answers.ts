import { z } from 'zod';
import { pictureFocusSchema } from '../../core/catalog';
import { type CustomerResolution, type ProductForm } from '../../core/exchange';
import { listedQuantitySchema } from '../../core/ordering';
import { extentSchema } from '../../core/selection';
import { type OfferedPage } from '../../services/selling/forms';
import { type OneOfSeveral } from '../../services/selling/resolve-together';

export const decimal = z.string().regex(/^-?\d+(\.\d+)?$/);
const money = decimal.describe('in the currency’s places');
const day = z.string().regex(/^\d{4}-\d\d-\d\d$/);
const layer = z.strictObject({ src: z.string(), alt: z.string() }).meta({ id: 'PictureLayer' });
const picture = z.strictObject({ ...layer.shape, focus: pictureFocusSchema }).meta({ id: 'PictureTold' });
const quantity = z.strictObject({ value: decimal, unit: z.string().describe('UCUM code') }).meta({ id: 'Quantity' });

const problem = z
  .strictObject({
    where: z
      .string()
      .describe('`choice:KEY`, `quantity`, `item` or `selection`; `part:KEY/` before what is said of a part'),
    code: z.string(),
    message: z.string(),
    remedy: z.string().optional(),
    nearest: z.array(z.string()).optional().describe('right answers close to the one given'),
    nearestTold: z.array(z.string()).optional().describe('the same as customers are told them'),
    instead: z
      .array(
        z.strictObject({
          key: z.string(),
          title: z.string(),
          choice: z
            .strictObject({ key: z.string(), title: z.string() })
            .optional()
            .describe('what it answers, where that is not where the problem is'),
        }),
      )
      .optional()
      .describe('what could be answered instead: options, or products of a part or slot'),
  })
  .meta({ id: 'SelectionProblem' });

const option = z
  .strictObject({
    option: z.string(),
    shown: z.boolean(),
    offered: z.boolean(),
    why: z
      .enum(['notMade', 'notOnSale', 'outOfStock', 'otherGroup', 'rule', 'doesNotFit', 'noWay'])
      .nullable()
      .describe('why it is not offered, or that a rule says something of it'),
    because: z.string().optional(),
    remedy: z.string().optional(),
    leadDays: z.int().nullable(),
  })
  .meta({ id: 'OptionShown' });

const choice = z
  .strictObject({
    choice: z.string(),
    shown: z.boolean(),
    why: z.enum(['otherGroup', 'rule', 'fixed', 'workshop']).nullable(),
    because: z.string().optional(),
    options: z.array(option),
    required: z.literal(true).optional(),
    bounds: z.strictObject({ least: z.string().nullable(), most: z.string().nullable() }).optional(),
  })
  .meta({ id: 'ChoiceShown' });

const answeredFile = z
  .strictObject({
    token: z.string(),
    place: z
      .strictObject({ across: z.number(), down: z.number(), size: z.number(), turn: z.number() })
      .nullable()
      .describe('how it is laid in its frame, in percent and degrees; null as it comes'),
    extent: extentSchema.optional(),
  })
  .meta({ id: 'AnsweredFile' });

const counted = z
  .strictObject({
    choice: z.string(),
    title: z.string(),
    shown: z.string().describe('as basket and order show it'),
    value: z.string().describe('the same text for the same answer, however it was typed'),
    picks: z.array(z.strictObject({ option: z.string(), quantity: z.number() })).optional(),
    fromDefault: z.boolean(),
    files: z.array(answeredFile).optional(),
  })
  .meta({ id: 'CountedAnswer' });

const line = z
  .strictObject({
    label: z.string(),
    kind: z.enum(['base', 'part', 'choice', 'formula', 'rule', 'break', 'rounding']),
    of: z.string().nullable().describe('what the amount is taken of, in words'),
    amount: decimal,
    per: z.enum(['unit', 'line']),
    source: z.string(),
  })
  .meta({ id: 'PriceLine' });

const orderable = z
  .strictObject({
    minimum: z.int(),
    maximum: z.int().nullable(),
    multiple: z.int(),
    start: z.int().describe('from what multiples are counted'),
    listed: z
      .array(listedQuantitySchema)
      .nullable()
      .describe('the only quantities; null for all that the bounds allow'),
    asked: z.enum(['field', 'menu', 'buttons']),
  })
  .meta({ id: 'Orderable' });

const detail = z.strictObject({ label: z.string(), value: z.string() });

const booking = z
  .strictObject({
    product: z.string(),
    title: z.string(),
    per: z.enum(['day', 'week']),
    capacity: z.int(),
    period: day,
    by: z.string().nullable(),
    pieces: z.int(),
    until: day.nullable(),
  })
  .meta({ id: 'Booking' });

/** What a selection resolves to, as its customer is told it. */
export const resolutionSchema: z.ZodType<CustomerResolution> = z
  .strictObject({
    state: z.enum(['sellable', 'incomplete', 'invalid', 'unavailable']),
    problems: z.array(problem),
    shown: z.array(choice).describe('how each choice stands now, in the order of the page'),
    counted: z.array(counted).describe('answers that count, with defaults applied'),
    quantity: z.number(),
    orderable,
    item: z
      .strictObject({
        key: z.string(),
        sku: z.string(),
        title: z.string(),
        details: z.array(detail),
        forWorkshop: z.array(detail).max(0),
      })
      .meta({ id: 'Item' }),
    working: z.array(line).describe('how the price comes about; none where customers are not shown it'),
    measures: z.array(
      z.strictObject({
        formula: z.string(),
        name: z.string(),
        value: decimal,
        shown: z.string(),
        forCustomers: z.boolean(),
      }),
    ),
    unitPrice: money.nullable(),
    wasPrice: money.nullable(),
    wasLowest: z.literal(true).optional().describe('whether that is the lowest price of the 30 days before'),
    bookings: z.array(booking).optional(),
    lineTotal: money.nullable(),
    currency: z.string().describe('ISO 4217 code'),
    weight: quantity.nullable(),
    pictures: z.array(z.strictObject({ view: z.string(), layers: z.array(layer) })),
    views: z
      .array(
        z.strictObject({
          view: z.string(),
          layers: z.array(z.string()),
          figures: z.record(z.string(), z.string()),
        }),
      )
      .optional(),
    forCustomers: z.strictObject({ working: z.enum(['full', 'total', 'none']), sku: z.boolean() }).optional(),
    tells: z.array(z.string()).describe('what rules tell, now that they have fired'),
    parts: z.array(z.lazy(() => partSchema)),
    availability: z.strictObject({
      enough: z.boolean().nullable().describe('whether as many as are asked for can be supplied'),
      leadDays: z.int().nullable(),
    }),
  })
  .meta({ id: 'Resolution' });

const partSchema: z.ZodType<CustomerResolution['parts'][number]> = z
  .strictObject({
    kind: z.enum(['part', 'slot', 'addOn']),
    part: z.string(),
    beside: z.array(z.string()).optional().describe('further places of its slot that hold the same'),
    title: z.string(),
    product: z.string(),
    productTitle: z.string(),
    pieces: z.number(),
    alone: decimal.nullable(),
    share: z.strictObject({ unit: decimal, once: decimal }).nullable(),
    resolution: resolutionSchema,
  })
  .meta({ id: 'PartOfResolution' });

const refused = z.strictObject({ status: z.int(), code: z.string(), detail: z.string() }).meta({ id: 'Refused' });

const several: z.ZodType<OneOfSeveral[]> = z.array(
  z.union([
    z.strictObject({ product: z.string(), resolution: resolutionSchema }),
    z.strictObject({ product: z.string(), problem: refused }),
  ]),
);

export const togetherAnswerSchema = z.strictObject({ results: several }).meta({ id: 'ResolvedTogether' });

export const offeredSchema: z.ZodType<OfferedPage> = z
  .strictObject({
    products: z.array(
      z
        .strictObject({
          slug: z.string(),
          title: z.string(),
          summary: z.string(),
          picture: picture.nullable(),
          category: z.string(),
          price: z.string().describe('in words'),
          soldOut: z.boolean(),
        })
        .meta({ id: 'OfferedProduct' }),
    ),
    currency: z.string(),
    page: z.int(),
    pages: z.int(),
    found: z.int().describe('on all pages'),
  })
  .meta({ id: 'OfferedPage' });

export const formSchema: z.ZodType<ProductForm> = z
  .strictObject({
    slug: z.string(),
    title: z.string(),
    summary: z.string(),
    description: z.string(),
    category: z.string().nullable(),
    pictures: z.array(picture),
    currency: z.string().describe('ISO 4217 code'),
    choices: z
      .array(z.looseObject({ kind: z.string(), title: z.string().optional(), key: z.string().optional() }))
      .describe('in the order of the page; fields are those of the choice’s kind in the open format'),
    parts: z.array(
      z.strictObject({
        key: z.string(),
        title: z.string().optional(),
        optional: z.boolean(),
        quantity: z.unknown(),
        products: z.array(z.string()),
      }),
    ),
  })
  .meta({ id: 'ProductForm' });

/** What is wrong with a request. @see RFC 9457 */
export const problemSchema = z
  .looseObject({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    detail: z.string(),
    code: z.string(),
    errors: z
      .array(z.strictObject({ pointer: z.string(), detail: z.string() }))
      .optional()
      .describe('what of the body is malformed, and where (RFC 6901)'),
    retryAfter: z.number().optional().describe('in seconds'),
  })
  .meta({ id: 'Problem' });
