import { isNull, sql } from 'drizzle-orm';
import {
  type AnySQLiteColumn,
  index,
  integer,
  primaryKey,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core';
import { type AskedKept } from '../../core/basket';
import { type Discount, type LotRule } from '../../core/catalog';
import { type Scene } from '../../core/picture';
import { type Selection } from '../../core/selection';
import { resolutionDocument } from '../documents';
import { type OrderSums } from '../order-sums';
import { type WorkshopDetail } from '../workshop-details';
import { products, revisions } from './catalog';
import { id, instant } from './columns';
import { loggedAs } from './people';

/** What is counted. The two figures are sums over the movements, kept in the same transaction; decimals as text. */
export const stockItems = sqliteTable(
  'stock_items',
  {
    id: id(),
    key: text('key').notNull().unique(),
    title: text('title').notNull(),
    unit: text('unit').notNull(),
    onHand: text('on_hand').notNull().default('0'),
    reserved: text('reserved').notNull().default('0'),
    backorder: text('backorder').notNull().default('0'),
    /** days it takes to get what is promised beyond what is on hand; null where nobody says */
    leadDays: integer('lead_days'),
    /** what one unit costs, in the shop's currency, as a decimal; null while nobody knows */
    cost: text('cost'),
    /** whether that is said, or the average of what was paid for what came in */
    costing: text('costing', { enum: ['standard', 'average'] })
      .notNull()
      .default('average'),
    /** how it lies in lots; null where any quantity can be taken */
    cutFrom: text('cut_from', { mode: 'json' }).$type<LotRule>(),
    /** put away: offered nowhere any more, though what refers to it goes on */
    archived: integer('archived', { mode: 'boolean' }).notNull().default(false),
  },
  (table) => [index('stock_items_title').on(table.archived, sql`title collate nocase`)],
);

/** Rolls, boards and bars. What is left of all lots of an item is what the item has on hand. */
export const stockLots = sqliteTable(
  'stock_lots',
  {
    id: id(),
    itemId: integer('item_id')
      .notNull()
      .references(() => stockItems.id),
    label: text('label').notNull(),
    /** as it came, and what is left of it; decimals in the item's unit */
    length: text('length').notNull(),
    left: text('left').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [uniqueIndex('stock_lots_label').on(table.itemId, table.label)],
);

/** What is on its way; entered as a receipt when it comes, and no longer here then. */
export const expectedReceipts = sqliteTable(
  'expected_receipts',
  {
    id: id(),
    itemId: integer('item_id')
      .notNull()
      .references(() => stockItems.id),
    /** decimal in the item's unit; of what lies in lots, the length of one lot */
    quantity: text('quantity').notNull(),
    /** YYYY-MM-DD */
    day: text('day').notNull(),
    note: text('note').notNull().default(''),
    at: instant('at').notNull(),
  },
  (table) => [index('expected_receipts_item').on(table.itemId, table.day)],
);

export const movementKinds = ['receipt', 'adjustment', 'reservation', 'release', 'sale', 'cut'] as const;
export type MovementKind = (typeof movementKinds)[number];

/** The ledger: only ever added to. */
export const stockMovements = sqliteTable(
  'stock_movements',
  {
    id: id(),
    itemId: integer('item_id')
      .notNull()
      .references(() => stockItems.id),
    kind: text('kind', { enum: movementKinds }).notNull(),
    /** by how much on hand and reserved changed */
    onHandChange: text('on_hand_change').notNull(),
    reservedChange: text('reserved_change').notNull(),
    /** the figures after it */
    onHandAfter: text('on_hand_after').notNull(),
    reservedAfter: text('reserved_after').notNull(),
    reason: text('reason').notNull(),
    /** what was paid for one unit of what came in; null where nobody said */
    unitCost: text('unit_cost'),
    orderId: integer('order_id').references(() => orders.id),
    /** the lot that became longer or shorter by the change of on hand */
    lotId: integer('lot_id').references(() => stockLots.id),
    at: instant('at').notNull(),
    loggedAs: loggedAs(),
  },
  (table) => [index('stock_movements_item').on(table.itemId, table.id)],
);

/** Deliveries and counts of many items that have been entered, so that the same press of the button is one. */
export const stockPostings = sqliteTable('stock_postings', {
  token: text('token').primaryKey(),
  /** of what was entered under the token: the same token with something else is refused */
  hash: text('hash').notNull(),
  at: instant('at').notNull(),
});

export const baskets = sqliteTable(
  'baskets',
  {
    token: text('token').primaryKey(),
    /** key of the customer group whose code was typed */
    customerGroup: text('customer_group'),
    /** where it is to be sent, by its code in ISO 3166-1; null while nobody has said */
    country: text('country'),
    createdAt: instant('created_at').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (table) => [index('baskets_touched').on(table.updatedAt)],
);

/** Discounts that customers get by a code. */
export const discounts = sqliteTable('discounts', {
  id: id(),
  key: text('key').notNull().unique(),
  definition: text('definition', { mode: 'json' }).$type<Discount>().notNull(),
  createdAt: instant('created_at').notNull(),
});

/** What customers type to get a discount. */
export const discountCodes = sqliteTable(
  'discount_codes',
  {
    id: id(),
    discountId: integer('discount_id')
      .notNull()
      .references(() => discounts.id, { onDelete: 'cascade' }),
    /** as it is shown, and as it is compared: without spaces, in small letters */
    code: text('code').notNull(),
    plain: text('plain').notNull().unique(),
  },
  (table) => [index('discount_codes_discount').on(table.discountId)],
);

/** The codes that lie in baskets. */
export const basketCodes = sqliteTable(
  'basket_codes',
  {
    basket: text('basket')
      .notNull()
      .references(() => baskets.token, { onDelete: 'cascade' }),
    codeId: integer('code_id')
      .notNull()
      .references(() => discountCodes.id, { onDelete: 'cascade' }),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.basket, table.codeId] })],
);

export const basketLines = sqliteTable(
  'basket_lines',
  {
    id: id(),
    basket: text('basket')
      .notNull()
      .references(() => baskets.token, { onDelete: 'cascade' }),
    productId: integer('product_id')
      .notNull()
      .references(() => products.id),
    answers: text('answers', { mode: 'json' }).$type<Record<string, unknown>>().notNull(),
    /** what is answered of its parts; null where it has none */
    parts: text('parts', { mode: 'json' }).$type<Selection['parts']>(),
    quantity: integer('quantity').notNull(),
    itemKey: text('item_key').notNull(),
    /** what one cost when it was put in, to tell the customer when that changes */
    unitPrice: text('unit_price').notNull(),
    /** the order that is being made of it; it is no more in the basket then, and comes back when that is not paid */
    orderId: integer('order_id').references((): AnySQLiteColumn => orders.id),
  },
  (table) => [
    uniqueIndex('basket_lines_item').on(table.basket, table.itemKey).where(isNull(table.orderId)),
    index('basket_lines_order').on(table.orderId),
  ],
);

export const orderStates = ['awaitingPayment', 'paid', 'declined', 'timedOut', 'abandoned'] as const;
export type OrderState = (typeof orderStates)[number];

export const orders = sqliteTable(
  'orders',
  {
    id: id(),
    /** unguessable, in the address of the customer's order page */
    token: text('token').notNull().unique(),
    /** made by the browser, so that the same press of the button is one order */
    idempotencyKey: text('idempotency_key').notNull().unique(),
    basket: text('basket').notNull(),
    /** of what was asked for under the idempotency key: the same key with something else is refused */
    requestHash: text('request_hash').notNull().default(''),
    state: text('state', { enum: orderStates }).notNull(),
    customerName: text('customer_name').notNull(),
    customerEmail: text('customer_email').notNull(),
    currency: text('currency').notNull(),
    total: text('total').notNull(),
    /** what it comes to beside its lines; null for nothing */
    sums: text('sums', { mode: 'json' }).$type<OrderSums>(),
    /** what was asked at checkout beside name and e-mail address, and the answers; what was left empty is not there */
    asked: text('asked', { mode: 'json' }).$type<readonly AskedKept[]>().notNull().default([]),
    placedAt: instant('placed_at').notNull(),
    /** since when it no longer says whose it was; null while it does */
    anonymousAt: instant('anonymous_at'),
  },
  (table) => [
    index('orders_state').on(table.state, table.placedAt),
    index('orders_placed').on(table.placedAt, table.id),
    index('orders_known').on(table.placedAt).where(isNull(table.anonymousAt)),
  ],
);

/**
 * What of discounts has been used: by an order, and by whom. It counts as long as the order is paid, or waits for it.
 */
export const discountUses = sqliteTable(
  'discount_uses',
  {
    id: id(),
    codeId: integer('code_id')
      .notNull()
      .references(() => discountCodes.id, { onDelete: 'cascade' }),
    orderId: integer('order_id')
      .notNull()
      .references(() => orders.id),
    /** the customer's e-mail address, in small letters */
    customer: text('customer').notNull(),
  },
  (table) => [index('discount_uses_code').on(table.codeId), index('discount_uses_order').on(table.orderId)],
);

/** Room that orders take on a day or in a week, of what is not counted; nothing of orders that are not paid. */
export const bookings = sqliteTable(
  'bookings',
  {
    id: id(),
    productId: integer('product_id')
      .notNull()
      .references(() => products.id),
    /** first day, as YYYY-MM-DD */
    period: text('period').notNull(),
    pieces: integer('pieces').notNull(),
    orderId: integer('order_id')
      .notNull()
      .references(() => orders.id),
  },
  (table) => [index('bookings_product').on(table.productId, table.period), index('bookings_order').on(table.orderId)],
);

/** An order line keeps the whole resolution it was sold with, for ever. */
export const orderLines = sqliteTable(
  'order_lines',
  {
    id: id(),
    orderId: integer('order_id')
      .notNull()
      .references(() => orders.id),
    productId: integer('product_id')
      .notNull()
      .references(() => products.id),
    revisionId: integer('revision_id')
      .notNull()
      .references(() => revisions.id),
    title: text('title').notNull(),
    sku: text('sku').notNull(),
    quantity: integer('quantity').notNull(),
    unitPrice: text('unit_price').notNull(),
    lineTotal: text('line_total').notNull(),
    /**
     * what supplying the whole line cost when it was sold, as a decimal; null where nobody knew. For the manager alone
     */
    cost: text('cost'),
    /** what the workshop alone is told of it; null for nothing, and of what was sold before that was kept */
    forWorkshop: text('for_workshop', { mode: 'json' }).$type<readonly WorkshopDetail[]>(),
    answers: text('answers', { mode: 'json' }).$type<Record<string, unknown>>().notNull(),
    parts: text('parts', { mode: 'json' }).$type<Selection['parts']>(),
    resolution: resolutionDocument('resolution').notNull(),
    picture: text('picture'),
  },
  (table) => [index('order_lines_order').on(table.orderId)],
);

/** What the views of an order line looked like when it was sold, whatever becomes of the product. */
export const lineViews = sqliteTable(
  'line_views',
  {
    /** address of the drawn picture; nobody can guess it */
    hash: text('hash').primaryKey(),
    lineId: integer('line_id')
      .notNull()
      .references(() => orderLines.id),
    /** key of the view, and where it comes among those of the line */
    view: text('view').notNull(),
    position: integer('position').notNull(),
    title: text('title').notNull(),
    scene: text('scene', { mode: 'json' }).$type<Scene>().notNull(),
  },
  (table) => [index('line_views_line').on(table.lineId)],
);

export const cutStates = ['planned', 'cut', 'dropped'] as const;
export type CutState = (typeof cutStates)[number];

/** Pieces that orders have been promised, and the lot that each is to be cut from, or was. */
export const cuts = sqliteTable(
  'cuts',
  {
    id: id(),
    orderId: integer('order_id')
      .notNull()
      .references(() => orders.id),
    itemId: integer('item_id')
      .notNull()
      .references(() => stockItems.id),
    /** null while no lot is long enough: it waits for a delivery */
    lotId: integer('lot_id').references(() => stockLots.id),
    /** of one piece, as decimal text in the item's unit */
    length: text('length').notNull(),
    count: integer('count').notNull(),
    state: text('state', { enum: cutStates }).notNull(),
    at: instant('at').notNull(),
  },
  (table) => [index('cuts_item').on(table.itemId, table.state), index('cuts_order').on(table.orderId)],
);

export const paymentOutcomes = ['approved', 'declined', 'timedOut'] as const;
export type PaymentOutcome = (typeof paymentOutcomes)[number];

/**
 * What the stand-in for a payment service remembers, as a real one would in a place of its own: one row a key, for
 * ever.
 */
export const standInPayments = sqliteTable('stand_in_payments', {
  key: text('key').primaryKey(),
  outcome: text('outcome', { enum: paymentOutcomes }).notNull(),
  amount: text('amount').notNull(),
  reference: text('reference').notNull(),
  at: instant('at').notNull(),
});

export const payments = sqliteTable('payments', {
  id: id(),
  orderId: integer('order_id')
    .notNull()
    .references(() => orders.id),
  outcome: text('outcome', { enum: paymentOutcomes }).notNull(),
  amount: text('amount').notNull(),
  reference: text('reference').notNull(),
  at: instant('at').notNull(),
});
