import { z } from 'zod';
import { checkoutFieldKinds } from '../../core/catalog';
import { selectionSchema } from '../../core/selection';
import { type AnalysisTold } from '../../services/figures/analysis-told';
import {
  type DraftRowTold,
  type DraftTold,
  productStates,
  type RevisionTold,
  type WholeRevisionTold,
} from '../../services/told/drafts';
import { orderStates, type OrderTold, paymentOutcomes, type WholeOrderTold } from '../../services/told/orders';
import { type PageTold } from '../../services/told/page';
import { type StockTold } from '../../services/told/stock';
import { decimal } from './answers';

const instant = z.iso.datetime();

const pageOf = <Item>(id: string, item: z.ZodType<Item>): z.ZodType<PageTold<Item>> =>
  z
    .strictObject({
      items: z.array(item),
      page: z.int(),
      pages: z.int(),
      found: z.int().describe('on all pages'),
    })
    .meta({ id });

export const stockSchema: z.ZodType<StockTold> = z
  .strictObject({
    key: z.string(),
    title: z.string(),
    unit: z.string().describe('UCUM code: quantities are in it'),
    onHand: decimal,
    reserved: decimal,
    backorder: decimal.describe('how much may be promised beyond what is there'),
    available: decimal.describe('what can be promised'),
    leadDays: z.int().nullable().describe('how long more than what is there takes'),
    cost: decimal.nullable().describe('of one unit, in the shop’s currency; null while nobody knows'),
    costing: z.enum(['standard', 'average']),
    lots: z
      .array(z.strictObject({ id: z.int(), label: z.string(), free: decimal }))
      .nullable()
      .describe('null where any quantity can be taken'),
    archived: z.boolean(),
  })
  .meta({ id: 'StockItem' });
export const stockPageSchema = pageOf('StockPage', stockSchema);

const orderFields = {
  number: z.int(),
  state: z.enum(orderStates),
  placedAt: instant,
  customer: z
    .strictObject({ name: z.string(), email: z.string() })
    .nullable()
    .describe('null where it no longer says whose it was'),
  currency: z.string().describe('ISO 4217 code'),
  total: decimal,
};
const orderSchema: z.ZodType<OrderTold> = z.strictObject(orderFields).meta({ id: 'Order' });
export const orderPageSchema = pageOf('OrderPage', orderSchema);

const sums = z
  .strictObject({
    goods: decimal.describe('of the lines'),
    codes: z.array(
      z.strictObject({
        code: z.string(),
        title: z.string(),
        amount: decimal,
        shares: z.array(decimal).describe('of every line'),
      }),
    ),
    delivery: z.strictObject({ price: decimal, usual: decimal }).nullable(),
    tax: z
      .strictObject({
        name: z.string(),
        pricesInclude: z.boolean(),
        country: z.string(),
        net: decimal,
        sums: z.array(z.strictObject({ percent: decimal, net: decimal, tax: decimal })),
      })
      .nullable(),
  })
  .meta({ id: 'OrderSums' });

const orderLine = z
  .strictObject({
    title: z.string(),
    sku: z.string(),
    quantity: z.int(),
    unitPrice: decimal,
    lineTotal: decimal,
    cost: decimal.nullable().describe('what supplying it cost when it was sold; null where nobody knew'),
    answers: z.array(z.strictObject({ choice: z.string(), title: z.string(), shown: z.string() })),
    forWorkshop: z.array(z.strictObject({ label: z.string(), value: z.string() })),
  })
  .meta({ id: 'OrderLine' });

export const wholeOrderSchema: z.ZodType<WholeOrderTold> = z
  .strictObject({
    ...orderFields,
    lines: z.array(orderLine),
    sums: sums.nullable().describe('what it comes to beside its lines'),
    asked: z
      .array(z.strictObject({ title: z.string(), kind: z.enum(checkoutFieldKinds), value: z.string() }))
      .describe('what was asked at checkout beside name and e-mail address, and answered'),
    payments: z.array(
      z.strictObject({ outcome: z.enum(paymentOutcomes), amount: decimal, reference: z.string(), at: instant }),
    ),
  })
  .meta({ id: 'WholeOrder' });

const version = z.int().describe('counts up with every save');

const draftRow: z.ZodType<DraftRowTold> = z
  .strictObject({
    id: z.int(),
    title: z.string(),
    slug: z.string(),
    sku: z.string(),
    category: z.string().nullable(),
    state: z.enum(productStates),
    mustFix: z.int().describe('how much keeps it from being published'),
    version,
  })
  .meta({ id: 'DraftRow' });
export const draftPageSchema = pageOf('DraftPage', draftRow);

/** Documents are of the open format, which has a schema of its own. */
const OPEN_FORMAT = 'in the open format (docs/catalog.schema.json)';

/** A product as it is sent, and as it is answered. The format itself is read by its own schema. */
export const definitionSchema = z.looseObject({ slug: z.string(), title: z.string() }).meta({
  id: 'ProductDefinition',
  description: `a product ${OPEN_FORMAT}`,
});
// What is answered is a product; what is said of it here is that it is one.
const definition = definitionSchema as unknown as z.ZodType<DraftTold['definition']>;

export const draftSchema: z.ZodType<DraftTold> = z
  .strictObject({
    id: z.int(),
    version,
    definition,
    published: z
      .strictObject({ revision: z.int(), version: z.int().describe('of the draft that it was'), slug: z.string() })
      .nullable()
      .describe('what the shop shows; null while it shows nothing'),
  })
  .meta({ id: 'Draft' });

const revisionFields = {
  number: z.int(),
  at: instant,
  who: z.string().nullable().describe('who published it; null where nobody is known to have'),
  inShop: z.boolean(),
};
const revision: z.ZodType<RevisionTold> = z.strictObject(revisionFields).meta({ id: 'Revision' });
export const revisionsSchema = z.strictObject({ revisions: z.array(revision) }).meta({ id: 'Revisions' });
export const wholeRevisionSchema: z.ZodType<WholeRevisionTold> = z
  .strictObject({ ...revisionFields, definition })
  .meta({ id: 'WholeRevision' });

export const publishedSchema = z
  .strictObject({
    revision: z.int(),
    along: z
      .array(z.strictObject({ id: z.int(), title: z.string(), revision: z.int() }))
      .describe('what came into the shop with it, what others need before them'),
  })
  .meta({ id: 'Published' });

const end = z
  .strictObject({
    price: decimal.describe('of one'),
    selection: selectionSchema,
    words: z.string(),
    group: z.string().nullable(),
    isProved: z.boolean().describe('whether nothing that can be sold goes beyond it'),
    bound: decimal.nullable().describe('what nothing goes beyond, where it is not proved'),
  })
  .meta({ id: 'PriceEnd' });

export const analysisSchema: z.ZodType<AnalysisTold> = z
  .strictObject({
    today: z.iso.date(),
    isComplete: z.boolean().describe('whether all was looked at; what is told is true in either case'),
    selections: z
      .strictObject({ least: z.string(), most: z.string() })
      .nullable()
      .describe('how many can be sold, of what is picked from lists and answered by yes or no'),
    lowest: end.nullable(),
    highest: end.nullable(),
    faults: z.array(
      z.strictObject({
        path: z.array(z.union([z.string(), z.number()])),
        code: z.string(),
        gravity: z.enum(['mustFix', 'canWait']),
        message: z.string(),
      }),
    ),
  })
  .meta({ id: 'Analysis' });

export const priceListsSchema = z
  .strictObject({ lists: z.array(z.looseObject({ key: z.string(), title: z.string() })).describe(OPEN_FORMAT) })
  .meta({ id: 'PriceLists' });
