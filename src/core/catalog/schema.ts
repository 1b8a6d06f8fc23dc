import { z } from 'zod';
import {
  choiceRef,
  formulaRef,
  groupRef,
  keyAt,
  optionRef,
  ownKey,
  pictureRef,
  productRef,
  sheetRef,
  stockRef,
  taxClassRef,
  typefaceRef,
  unitCode,
} from '../fields';
import { decimalText } from '../number';
import { quantityRuleSchema } from '../ordering';
import { breaksSchema } from '../pricing/breaks';
import { contentsSchema } from '../pricing/per-measure';
import { lotKinds } from '../stock/cutting/lots';
import { drawSchema } from '../stock/draw';
import {
  capacitySchema,
  choiceSchema,
  keySchema,
  LONGEST_TYPEFACE,
  LONGEST_LICENCE,
  MOST_TYPEFACES,
  notCountedField,
  percentOfPicture,
  weightSchema,
} from './choices';
import { formulaSchema, rateSchema } from './formulas';
import { fitSchema } from './fits';
import { marginFloorSchema, percentFloorSchema } from './margin-floor';
import { partSchema, partsPriceSchema, placesOfSale } from './parts';
import { preparedSchema } from './prepared';
import { proofSchema } from './proofs';
import { propertySchema } from './properties';
import { type KnownPriceList, type PricesInForce, priceListSchema } from './price-lists';
import { placedQuantitySchema } from './quantities';
import { ruleSchema, tableSchema } from './rules';
import { placementSchema, type Sheet, sheetSchema } from './sheet';
import { LONGEST_WORD, shopPagesSchema } from './shop-pages';
import { type Swatch, swatchSchema } from './swatch-book';
import { discountSchema } from './discounts';
import { MOST_VIEWS, viewSchema } from './views';
import { deliverySchema, taxSchema, taxShown } from './tax';

/** How what is needed becomes what is charged, for each piece by itself. Amounts are in the unit of the price. */
export const chargeSchema = z
  .strictObject({
    waste: decimalText.nullable().default(null).describe('percentage that is added for waste'),
    minimum: decimalText.nullable().default(null).describe('the least that is charged'),
    step: decimalText
      .nullable()
      .default(null)
      .describe('charged in steps of this, upwards; the size of a pack where it is sold in packs'),
    pack: z
      .string()
      .max(60)
      .nullable()
      .default(null)
      .describe('what a pack is called, where only whole packs are sold'),
  })
  .meta({ id: 'charge' });

export type ChargeRule = z.infer<typeof chargeSchema>;

const perUnitFields = {
  unit: unitCode(z.string().describe('UCUM code of the unit that the price is for')),
  charge: chargeSchema.nullable().default(null).describe('null charges exactly what is needed'),
};

/** By what a product is counted: one at a time, or by the unit of one of its measures or formulas. */
export const soldBySchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('each') }),
    z.strictObject({
      kind: z.literal('measure'),
      measure: choiceRef(z.string().describe('key of the measure that says how much')),
      ...perUnitFields,
    }),
    z.strictObject({
      kind: z.literal('formula'),
      formula: formulaRef(z.string().describe('key of the formula that says how much, such as an area of two lengths')),
      ...perUnitFields,
    }),
  ])
  .meta({ id: 'soldBy' });

/** What stays in view where a picture is cut; null for its middle. */
export const pictureFocusSchema = z
  .strictObject({ x: percentOfPicture, y: percentOfPicture })
  .nullable()
  .describe('what stays in view where the picture is cut, in percent from the left and the top; null for its middle');

export const pictureSchema = z
  .strictObject({
    src: pictureRef(
      z.string().max(300).describe('where the picture is: a path beside the catalog file, or an address in the shop'),
    ),
    alt: z.string().max(200).default(''),
    focus: pictureFocusSchema.default(null),
  })
  .meta({ id: 'picture' });

export type Picture = z.infer<typeof pictureSchema>;
/** A picture as it lies on others, or alone. */
export type PictureLayer = Readonly<Pick<Picture, 'src' | 'alt'>>;

/** The largest picture that is taken, in bytes. */
export const LARGEST_PICTURE = 8 * 1024 * 1024;

/** One combination of stocked options that is really kept. */
export const variantSchema = z
  .strictObject({
    options: z
      .record(choiceRef(z.string()), optionRef(z.string(), { choice: keyAt(0) }))
      .describe('option key by stocked choice key; without the key of a choice that is left out'),
    sku: z.string().max(60).nullable().default(null).describe('own SKU; null puts it together from the options'),
    price: decimalText.nullable().default(null).describe('own base price; null takes the product’s'),
    wasPrice: decimalText
      .nullable()
      .default(null)
      .describe('own was-price; null takes the product’s where the price is the product’s, too'),
    breaks: breaksSchema.nullable().default(null).describe('own prices from so many on; null takes the product’s'),
    stock: stockRef(z.string()).nullable().default(null).describe('key of the stock item it is taken from'),
    gtin: z.string().max(20).nullable().default(null).describe('GTIN-8, -12, -13 or -14 with its check digit'),
    weight: weightSchema.nullable().default(null).describe('own weight; null takes the product’s'),
    picture: pictureRef().nullable().default(null).describe('shown in the place of the product’s'),
    onSale: z.boolean().default(true),
    quantity: quantityRuleSchema
      .nullable()
      .default(null)
      .describe('in what numbers it may be bought, where that is another than of the product'),
  })
  .meta({ id: 'variant' });

export type Variant = z.infer<typeof variantSchema>;

/** What of the result customers are shown; the manager sees all of it. */
const forCustomersSchema = z
  .strictObject({
    working: z
      .enum(['full', 'total', 'none'])
      .default('full')
      .describe('the working line by line, the total alone, or none'),
    sku: z.boolean().default(true),
  })
  .meta({ id: 'forCustomers' });

export type ForCustomers = z.infer<typeof forCustomersSchema>;

/** So many variants a product has at most. */
export const MOST_VARIANTS = 2000;

/** What a product is: the document that is edited as a draft and published as a revision. */
export const productSchema = z
  .strictObject({
    slug: ownKey('product', keySchema).describe('its address in the shop'),
    title: z.string().max(160),
    sku: z.string().max(60),
    summary: z.string().max(200).default(''),
    description: z.string().max(8000).default(''),
    pictures: z.array(pictureSchema).max(20).default([]),
    views: z
      .array(viewSchema)
      .max(MOST_VIEWS)
      .default([])
      .describe('pictures that are put together from what is chosen; the first is shown first'),
    listedBy: z
      .enum(['picture', 'view'])
      .default('picture')
      .describe(
        'what lists and previews show: its first picture, or its first view as its page begins; of a product without pictures the view',
      ),
    price: decimalText
      .nullable()
      .default(null)
      .describe('base price in the shop’s currency, per item or per unit of measure'),
    wasPrice: decimalText.nullable().default(null).describe('what it cost before, crossed out beside the price'),
    breaks: breaksSchema.nullable().default(null).describe('what it costs from so many on'),
    marginFloor: percentFloorSchema.nullable().default(null),
    soldBy: soldBySchema.default({ kind: 'each' }),
    weight: weightSchema
      .nullable()
      .default(null)
      .describe('weight of one item, or of one unit where it is sold by measure'),
    contents: contentsSchema
      .nullable()
      .default(null)
      .describe('how much is in one, to tell what a kilogram, litre, metre or square metre costs'),
    category: z.string().max(80).nullable().default(null),
    supplier: z.string().max(80).nullable().default(null),
    taxClass: taxClassRef(keySchema)
      .nullable()
      .default(null)
      .describe('key of its tax class; null for the first of the shop'),
    tags: z.array(z.string().max(40)).max(30).default([]),
    quantity: quantityRuleSchema
      .nullable()
      .default(null)
      .describe('in what numbers it may be bought; null leaves it to the shop’s rules for many products'),
    quantityByGroup: z
      .record(groupRef(keySchema), quantityRuleSchema)
      .default({})
      .describe('the same for customers of a group, by its key'),
    choices: z.array(choiceSchema).max(200).default([]),
    sheets: z
      .array(placementSchema)
      .max(50)
      .default([])
      .describe('sheets placed on it by hand, and what it says otherwise about those placed by a condition'),
    variants: z.array(variantSchema).max(MOST_VARIANTS).default([]),
    parts: z.array(partSchema).max(500).default([]).describe('what it is put together from'),
    partsPrice: partsPriceSchema.default({ kind: 'sum' }),
    onlyWholeKits: z
      .boolean()
      .default(false)
      .describe('whether customers say how many kits they want and nothing else: each part comes in its usual number'),
    soldWhere: z
      .enum(placesOfSale)
      .default('shop')
      .describe('in the shop and in kits; only in kits; or by its address only, and in kits'),
    properties: z
      .record(keySchema, propertySchema)
      .default({})
      .describe('what it measures or is, by inside name; options and formulas may say it otherwise'),
    fits: z.array(fitSchema).max(200).default([]).describe('what of it must fit together'),
    prepared: z.array(preparedSchema).max(60).default([]).describe('selections that customers can start from'),
    draws: z.array(drawSchema).max(50).default([]),
    notCounted: notCountedField,
    capacity: capacitySchema
      .nullable()
      .default(null)
      .describe('how much of it can be done in a day or a week; null for any'),
    formulas: z.array(formulaSchema).max(50).default([]),
    rates: z.array(rateSchema).max(100).default([]),
    rules: z.array(ruleSchema).max(400).default([]),
    tables: z.array(tableSchema).max(100).default([]).describe('which combinations are made'),
    forCustomers: forCustomersSchema.default({ working: 'full', sku: true }),
    buyWord: z
      .string()
      .max(LONGEST_WORD)
      .default('')
      .describe('what the button says that puts it into the basket; empty for what the shop says'),
    proofs: z.array(proofSchema).max(200).default([]).describe('selections with the result that they must keep giving'),
  })
  .meta({ id: 'product' });

export type Product = z.infer<typeof productSchema>;

/** How a stock item lies in lots: rolls, boards or bars, from which pieces are cut. Lengths are in the item's unit. */
export const lotRuleSchema = z
  .strictObject({
    kind: z.enum(lotKinds),
    kerf: decimalText.default('0').describe('what one cut takes away'),
    smallestOffcut: decimalText.nullable().default(null).describe('the shortest rest worth keeping; null keeps none'),
  })
  .meta({ id: 'lotRule' });

export type LotRule = z.infer<typeof lotRuleSchema>;

export const openingLotSchema = z
  .strictObject({ label: z.string().min(1).max(60), length: decimalText })
  .meta({ id: 'lot' });

/** A thing that is counted: what stands in the store room. */
export const stockItemSchema = z
  .strictObject({
    key: ownKey('stock', keySchema),
    title: z.string().min(1).max(160),
    unit: unitCode(z.string().describe('UCUM code of the unit it is counted in; "1" for pieces')),
    onHand: decimalText.default('0'),
    backorder: decimalText.default('0').describe('how much may be promised beyond what is on hand'),
    leadDays: z
      .int()
      .min(1)
      .max(730)
      .nullable()
      .default(null)
      .describe('days it takes to get what is promised beyond what is on hand; null where nobody says'),
    cost: decimalText
      .nullable()
      .default(null)
      .describe('what one unit costs, in the shop’s currency; only the catalog manager sees it'),
    costing: z
      .enum(['standard', 'average'])
      .default('average')
      .describe('whether that is said, or becomes the average of what is paid for what comes in'),
    cutFrom: lotRuleSchema
      .nullable()
      .default(null)
      .describe('how it lies in lots; null where any quantity can be taken'),
    lots: z.array(openingLotSchema).max(5000).default([]).describe('the lots on hand, in the place of onHand'),
    archived: z.boolean().default(false).describe('put away: offered nowhere any more'),
  })
  .meta({ id: 'stockItem' });

export type StockItemDefinition = z.infer<typeof stockItemSchema>;

/** Customers who see or pay something else than everybody. */
export const customerGroupSchema = z
  .strictObject({
    key: ownKey('group', keySchema),
    title: z.string().min(1).max(80),
    code: z.string().max(40).nullable().default(null).describe('what a customer types in the shop to belong to it'),
    taxShown: z
      .enum(taxShown)
      .nullable()
      .default(null)
      .describe('how prices are shown to them; null for as to everybody'),
  })
  .meta({ id: 'customerGroup' });

export type CustomerGroup = z.infer<typeof customerGroupSchema>;

/** How long what is known of customers is kept. */
export const personalDataSchema = z
  .strictObject({
    orderMonths: z
      .int()
      .min(1)
      .max(240)
      .nullable()
      .default(null)
      .describe('months after which an order no longer says whose it was; null where it says so for ever'),
    basketDays: z.int().min(1).max(730).default(90).describe('days that a basket is kept which nobody touches'),
  })
  .meta({ id: 'personalData' });

export type PersonalData = z.infer<typeof personalDataSchema>;

export const shopSchema = z
  .strictObject({
    name: z.string().min(1).max(120),
    currency: unitCode(z.string().describe('ISO 4217 code')),
    rounding: z.enum(['halfAwayFromZero', 'halfEven']).default('halfAwayFromZero'),
    skuSeparator: z.string().max(3).default('-'),
    timeZone: z.string().max(60).default('UTC').describe('IANA time zone that says what day it is'),
    groups: z.array(customerGroupSchema).max(50).default([]),
    marginFloors: z
      .array(marginFloorSchema)
      .max(200)
      .default([])
      .describe('how much products must earn at least; only the catalog manager sees it'),
    quantityRules: z
      .array(placedQuantitySchema)
      .max(200)
      .default([])
      .describe('in what numbers many products may be bought'),
    tax: taxSchema.nullable().default(null).describe('null where no tax is told'),
    delivery: z
      .array(deliverySchema)
      .max(300)
      .default([])
      .describe('what delivery costs, the first that is for a country; none for nothing'),
    personalData: personalDataSchema.prefault({}).describe('how long what is known of customers is kept'),
    pages: shopPagesSchema.prefault({}).describe('how the shop’s pages speak to customers, and what they are asked'),
  })
  .meta({ id: 'shop' });

export type Shop = z.infer<typeof shopSchema>;

/** A draft that is not in the shop, or not as it stands there. */
const draftOf = <D extends z.ZodType, R extends z.ZodType>(definition: D, of: R) => z.strictObject({ of, definition });

const draftsSchema = z.strictObject({
  products: z
    .array(
      draftOf(
        productSchema,
        productRef(keySchema)
          .nullable()
          .default(null)
          .describe('address of the product of the catalog that it is a draft of; null for what is not in the shop'),
      ).extend({ archived: z.boolean().default(false) }),
    )
    .max(20_000)
    .default([]),
  sheets: z
    .array(
      draftOf(
        sheetSchema,
        sheetRef(keySchema)
          .nullable()
          .default(null)
          .describe('key of the sheet of the catalog that it is a draft of; null for what is not published'),
      ),
    )
    .max(1000)
    .default([]),
});

export type CatalogDrafts = z.infer<typeof draftsSchema>;

export const CATALOG_FORMAT = 'oak-knot/catalog';
export const CATALOG_VERSION = 2;

/** What is said of a typeface of which the file lies beside. */
const typefaceSaidSchema = z.strictObject({
  file: typefaceRef().describe('where its file is, as options and views name it'),
  title: z.string().min(1).max(LONGEST_TYPEFACE),
  licence: z.string().min(1).max(LONGEST_LICENCE).describe('whose it is, and what may be done with it'),
});

/** A whole catalog in the open format. */
export const catalogSchema = z.strictObject({
  $schema: z.string().optional(),
  format: z.literal(CATALOG_FORMAT),
  version: z.literal(CATALOG_VERSION),
  whole: z
    .boolean()
    .default(true)
    .describe('whether it is all of a shop; of some products the shop that reads them keeps its own settings'),
  shop: shopSchema,
  stock: z.array(stockItemSchema).max(20_000).default([]),
  swatches: z.array(swatchSchema).max(5000).default([]),
  typefaces: z
    .array(typefaceSaidSchema)
    .max(MOST_TYPEFACES)
    .default([])
    .describe('whose the typefaces are that lie beside; what it says nothing of, its own file says'),
  sheets: z.array(sheetSchema).max(1000).default([]),
  products: z.array(productSchema).max(20_000).default([]),
  priceLists: z
    .array(priceListSchema)
    .max(200)
    .default([])
    .describe('in their order: the first that names a price has the word'),
  discounts: z
    .array(
      discountSchema.extend({
        codes: z.array(z.string().min(1).max(40)).max(10_000).default([]).describe('what customers type'),
      }),
    )
    .max(1000)
    .default([]),
  drafts: draftsSchema
    .default({ products: [], sheets: [] })
    .describe('what is worked on; products and sheets above are as customers have them'),
});

export type Catalog = z.infer<typeof catalogSchema>;

/** The draft of a product as somebody has seen it. */
export interface SeenDraft {
  readonly id: number;
  readonly version: number;
}

/** What a product's definition refers to outside itself. */
export interface CatalogSurroundings {
  readonly shop: Shop;
  readonly stock: ReadonlyMap<
    string,
    Pick<StockItemDefinition, 'title' | 'unit'> & Partial<Pick<StockItemDefinition, 'cutFrom'>>
  >;
  readonly swatches: ReadonlyMap<string, Swatch>;
  readonly sheets: ReadonlyMap<string, Sheet>;
  /** products that come with others, as parts and add-ons, by slug */
  readonly products: ReadonlyMap<string, Product>;
  /** those of them that are not in the shop yet, by slug; absent where only what is in the shop is among them */
  readonly drafts?: ReadonlyMap<string, SeenDraft>;
  /** every price list there is, in their order; a definition is made ready without them, unless some are in force */
  readonly priceLists: readonly KnownPriceList[];
  /** prices in the place of the usual ones, for some customers on a day; absent where the usual ones hold */
  readonly prices?: PricesInForce;
}
