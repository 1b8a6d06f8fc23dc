import { sql } from 'drizzle-orm';
import { blob, index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { type FileType, type PriceList, type Shop } from '../../core/catalog';
import { type Extent } from '../../core/selection';
import { type ListMapping } from '../../core/supplier-list';
import { type ProductCard } from '../cards';
import { formerDraft, productDocument, sheetDocument } from '../documents';
import { id, instant } from './columns';
import { loggedAs } from './people';

export const settings = sqliteTable('settings', {
  name: text('name').primaryKey(),
  shop: text('shop', { mode: 'json' }).$type<Shop>().notNull(),
});

/** Price lists, in their order. */
export const priceLists = sqliteTable('price_lists', {
  id: id(),
  key: text('key').notNull().unique(),
  rank: integer('rank').notNull(),
  definition: text('definition', { mode: 'json' }).$type<PriceList>().notNull(),
});

/** What a price list was from a moment on, to know what something cost on a day; null from when it was taken away. */
export const priceListRevisions = sqliteTable(
  'price_list_revisions',
  {
    id: id(),
    key: text('key').notNull(),
    rank: integer('rank').notNull(),
    definition: text('definition', { mode: 'json' }).$type<PriceList>(),
    at: instant('at').notNull(),
    loggedAs: loggedAs(),
  },
  (table) => [index('price_list_revisions_at').on(table.at)],
);

export const productStates = ['published', 'changed', 'draft', 'archived'] as const;
export type ProductState = (typeof productStates)[number];

/** One row a product: the working draft, and what lists and searches need of it. */
export const products = sqliteTable(
  'products',
  {
    id: id(),
    draft: productDocument('draft').notNull(),
    /** counts up with every save; what two editors of one product are told apart by */
    draftVersion: integer('draft_version').notNull().default(1),
    draftSavedBy: text('draft_saved_by').notNull().default(''),
    title: text('title').notNull(),
    /** what its title is sorted by */
    titleKey: text('title_key').notNull().default(''),
    sku: text('sku').notNull(),
    category: text('category'),
    supplier: text('supplier'),
    publishedRevision: integer('published_revision'),
    /** how it stands in lists; triggers of the database see to it */
    state: text('state', { enum: productStates }).notNull().default('draft'),
    /** address in the shop; null while nothing is published */
    publishedSlug: text('published_slug'),
    /** the secret in the address at which its draft can be seen; null while nobody is shown it */
    draftLink: text('draft_link'),
    /** when it was put away; null for what is worked with */
    archivedAt: instant('archived_at'),
    createdAt: instant('created_at').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (table) => [
    uniqueIndex('products_published_slug').on(table.publishedSlug),
    index('products_in_shop').on(table.publishedSlug, table.publishedRevision),
    uniqueIndex('products_draft_link').on(table.draftLink),
    index('products_title').on(table.title),
    // With what lists look at beside: a draft is long, and what stands behind it in a row is far away.
    index('products_title_key').on(table.titleKey, table.state),
    index('products_state').on(table.state, table.titleKey),
    index('products_category').on(table.category, table.titleKey, table.state),
    index('products_sku').on(table.sku, table.titleKey, table.state),
  ],
);

/**
 * What products and their variants are found by when it is scanned: SKUs that are said and GTINs, in small letters, as
 * the drafts have them. Triggers of the database see to it.
 */
export const productCodes = sqliteTable(
  'product_codes',
  {
    code: text('code').notNull(),
    productId: integer('product_id')
      .notNull()
      .references(() => products.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.code, table.productId] }),
    index('product_codes_product').on(table.productId),
  ],
);

/** What was published, for ever as it was. */
export const revisions = sqliteTable(
  'revisions',
  {
    id: id(),
    productId: integer('product_id')
      .notNull()
      .references(() => products.id),
    number: integer('number').notNull(),
    definition: productDocument('definition').notNull(),
    draftVersion: integer('draft_version').notNull(),
    publishedAt: instant('published_at').notNull(),
    loggedAs: loggedAs(),
  },
  (table) => [uniqueIndex('revisions_number').on(table.productId, table.number)],
);

/** Drafts that gave way when two people had edited the same product: kept, so that neither loses work. */
export const setAsideDrafts = sqliteTable('set_aside_drafts', {
  id: id(),
  productId: integer('product_id')
    .notNull()
    .references(() => products.id, { onDelete: 'cascade' }),
  definition: productDocument('definition').notNull(),
  savedBy: text('saved_by').notNull(),
  at: instant('at').notNull(),
});

/** Who has a product open, to tell others; a row is stale when it has not been seen for a while. */
export const presence = sqliteTable(
  'presence',
  {
    productId: integer('product_id')
      .notNull()
      .references(() => products.id, { onDelete: 'cascade' }),
    editor: text('editor').notNull(),
    seenAt: instant('seen_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.productId, table.editor] })],
);

/**
 * Says which state of the catalog it is: another name whenever something changes that more than one product can depend
 * on, or what is published of a product. Triggers of the database give it, so that nobody can forget to.
 */
export const catalogStates = sqliteTable('catalog_states', {
  id: integer('id').primaryKey(),
  name: text('name').notNull(),
});

/**
 * What lists say of a product, kept as it was worked out: one card for its draft, and one for what is published of it.
 */
export const productCards = sqliteTable(
  'product_cards',
  {
    productId: integer('product_id')
      .notNull()
      .references(() => products.id, { onDelete: 'cascade' }),
    of: text('of', { enum: ['draft', 'published'] }).notNull(),
    /** version of the draft, or number of the revision, that it was made from */
    madeFrom: integer('made_from').notNull(),
    /** what it was made from beside that, as a hash */
    madeWith: text('made_with').notNull(),
    /** names what cards say, and how: one of another form is made anew */
    form: text('form').notNull(),
    card: text('card', { mode: 'json' }).$type<ProductCard>().notNull(),
    // What lists find and sort by, as the card says it: the database looks at none of the cards for that.
    titleKey: text('title_key').notNull().default(''),
    category: text('category').notNull().default(''),
    soldWhere: text('sold_where').notNull().default('shop'),
    priceFrom: real('price_from'),
    /** as YYYY-MM-DD; null for any */
    day: text('day'),
  },
  (table) => [
    primaryKey({ columns: [table.productId, table.of] }),
    index('product_cards_categories').on(table.of, table.soldWhere, table.category, table.titleKey, table.productId),
    index('product_cards_prices').on(table.of, table.productId, table.priceFrom),
    // All that the shop's list is found and sorted by.
    index('product_cards_shelves').on(
      table.of,
      table.soldWhere,
      table.titleKey,
      table.productId,
      table.category,
      table.priceFrom,
      table.madeFrom,
    ),
    index('product_cards_forms').on(table.of, table.form),
    index('product_cards_days').on(table.of, table.day),
  ],
);

/**
 * What customers narrow the shop's list down by, each once: kept from the cards of what is published by a trigger, as
 * are what has it, what it takes from stock, and `shop_search`, where its words are looked for.
 */
export const traits = sqliteTable(
  'traits',
  {
    id: id(),
    name: text('name').notNull(),
    value: text('value').notNull(),
    nameKey: text('name_key').notNull(),
    valueKey: text('value_key').notNull(),
  },
  (table) => [uniqueIndex('traits_keys').on(table.nameKey, table.valueKey)],
);

/** Which products of the shop's list have a trait, and for whom. */
export const productTraits = sqliteTable(
  'product_traits',
  {
    productId: integer('product_id').notNull(),
    traitId: integer('trait_id').notNull(),
    /** key of a customer group; empty for everybody */
    forGroup: text('for_group').notNull().default(''),
  },
  (table) => [
    primaryKey({ columns: [table.productId, table.traitId, table.forGroup] }),
    index('product_traits_products').on(table.forGroup, table.traitId, table.productId),
  ],
);

/** What a product of the shop's list costs customers of a group at least, where that is something else. */
export const productGroupPrices = sqliteTable(
  'product_group_prices',
  {
    productId: integer('product_id').notNull(),
    forGroup: text('for_group').notNull(),
    priceFrom: real('price_from').notNull(),
  },
  (table) => [primaryKey({ columns: [table.productId, table.forGroup] })],
);

/**
 * What must be there before a product of the shop's list can be bought: how much of a stock item, in one of the ways
 * out of which one must be open, as its card says.
 */
export const productNeeds = sqliteTable(
  'product_needs',
  {
    productId: integer('product_id').notNull(),
    clause: integer('clause').notNull(),
    way: integer('way').notNull(),
    stock: text('stock').notNull(),
    quantity: real('quantity').notNull(),
    /** of what is cut, the longest piece */
    length: real('length').notNull(),
    /** whether the way is there for some customer groups alone */
    forSome: integer('for_some', { mode: 'boolean' }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.productId, table.clause, table.way, table.stock] }),
    index('product_needs_stock').on(table.stock, table.quantity, table.length, table.productId),
  ],
);

/**
 * Cards that are to be looked at: because there is none of a product, because of another version of it, or because
 * something has changed that it refers to, at any depth. Put here by the write that changes it.
 */
export const cardsDue = sqliteTable(
  'cards_due',
  {
    productId: integer('product_id')
      .notNull()
      .references(() => products.id, { onDelete: 'cascade' }),
    of: text('of', { enum: ['draft', 'published'] }).notNull(),
    /** another one whenever it is put here again: whoever looked before has not seen this */
    mark: integer('mark').notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.of, table.productId] })],
);

/** Pictures, made safe, under the hash of their content. */
export const media = sqliteTable(
  'media',
  {
    hash: text('hash').primaryKey(),
    /** what the file was called that it first came in */
    name: text('name').notNull().default(''),
    type: text('type').notNull(),
    bytes: blob('bytes', { mode: 'buffer' }).notNull(),
    width: integer('width'),
    height: integer('height'),
    createdAt: instant('created_at').notNull(),
  },
  // All that its list looks at: what lies behind a large picture is far away.
  (table) => [
    index('media_listed').on(
      table.createdAt,
      table.hash,
      table.name,
      table.type,
      table.width,
      table.height,
      sql`length("bytes")`,
    ),
  ],
);

/** Typefaces that were uploaded, looked at and packed, under the hash of their content. */
export const typefaces = sqliteTable('typefaces', {
  hash: text('hash').primaryKey(),
  title: text('title').notNull(),
  /** whose it is, and what may be done with it */
  licence: text('licence').notNull(),
  /** how many signs it has */
  signs: integer('signs').notNull(),
  /** packed (WOFF) */
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
  createdAt: instant('created_at').notNull(),
});

/** A sheet: its working draft, and what lists need of it. */
export const sheets = sqliteTable('sheets', {
  id: id(),
  key: text('key').notNull().unique(),
  draft: sheetDocument('draft').notNull(),
  draftVersion: integer('draft_version').notNull().default(1),
  draftSavedBy: text('draft_saved_by').notNull().default(''),
  title: text('title').notNull(),
  publishedRevision: integer('published_revision'),
  createdAt: instant('created_at').notNull(),
  updatedAt: instant('updated_at').notNull(),
});

/** What was published of a sheet, for ever as it was. */
export const sheetRevisions = sqliteTable(
  'sheet_revisions',
  {
    id: id(),
    sheetId: integer('sheet_id')
      .notNull()
      .references(() => sheets.id),
    number: integer('number').notNull(),
    definition: sheetDocument('definition').notNull(),
    draftVersion: integer('draft_version').notNull(),
    publishedAt: instant('published_at').notNull(),
    loggedAs: loggedAs(),
  },
  (table) => [uniqueIndex('sheet_revisions_number').on(table.sheetId, table.number)],
);

/** The swatch book, in the order of its pages. */
export const swatches = sqliteTable('swatches', {
  id: id(),
  key: text('key').notNull().unique(),
  name: text('name').notNull(),
  colours: text('colours', { mode: 'json' }).$type<string[]>().notNull(),
  picture: text('picture'),
  family: text('family').notNull().default(''),
  supplierCode: text('supplier_code').notNull().default(''),
  rank: integer('rank').notNull().default(0),
});

export const binnedKinds = ['product', 'sheet', 'swatch', 'stock item'] as const;

/** What has been deleted, as it was, until it is too old to be brought back. */
export const bin = sqliteTable(
  'bin',
  {
    id: id(),
    kind: text('kind', { enum: binnedKinds }).notNull(),
    title: text('title').notNull(),
    /** its rows, by the name of their table, in the order in which they are put back */
    rows: text('rows', { mode: 'json' })
      .$type<readonly { readonly table: string; readonly rows: readonly Record<string, unknown>[] }[]>()
      .notNull(),
    at: instant('at').notNull(),
  },
  // All that its list looks at: what lies behind the rows of something large is far away.
  (table) => [index('bin_listed').on(table.at, table.title, table.kind)],
);

/** A change of many drafts, so that it can be taken back. */
export const bulkChanges = sqliteTable('bulk_changes', {
  id: id(),
  words: text('words').notNull(),
  /** what is to be done to which drafts, in which versions; null when it is done */
  plan: text('plan', { mode: 'json' }).$type<{
    readonly change: unknown;
    readonly targets: readonly { readonly of: DraftKind; readonly id: number; readonly version: number }[];
  }>(),
  undone: integer('undone', { mode: 'boolean' }).notNull().default(false),
  at: instant('at').notNull(),
});

type DraftKind = 'product' | 'sheet';

/** What a draft was before a change of many, as long as that is not taken back. */
export const bulkChangeDrafts = sqliteTable(
  'bulk_change_drafts',
  {
    changeId: integer('change_id').notNull(),
    of: text('of').$type<DraftKind>().notNull(),
    draftId: integer('draft_id').notNull(),
    former: formerDraft('former').notNull(),
  },
  (table) => [primaryKey({ columns: [table.changeId, table.of, table.draftId] })],
);

/** A catalog file that came in, with what was there before: so that it can be taken back. */
export const catalogImports = sqliteTable('catalog_imports', {
  id: id(),
  /** what its file was called */
  name: text('name').notNull(),
  /** in words what it has done */
  words: text('words').notNull(),
  /** what it changed, as it was before and as it was then, in the open format; null when it is too long ago */
  former: text('former'),
  came: text('came'),
  undone: integer('undone', { mode: 'boolean' }).notNull().default(false),
  at: instant('at').notNull(),
});

/** How suppliers' flat lists become products, kept for their next list. */
export const listMappings = sqliteTable('list_mappings', {
  supplier: text('supplier').primaryKey(),
  mapping: text('mapping', { mode: 'json' }).$type<ListMapping>().notNull(),
  usedAt: instant('used_at').notNull(),
});

/** Files that customers have uploaded, under the hash of name, type and content. Never served as a page. */
export const uploads = sqliteTable('uploads', {
  token: text('token').primaryKey(),
  name: text('name').notNull(),
  type: text('type').$type<FileType>().notNull(),
  size: integer('size').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
  /** of a picture, how large it is; null for none, and for what was uploaded before that was noted */
  extent: text('extent', { mode: 'json' }).$type<Extent>(),
  /** whether a basket or an order refers to it; others are cleared away after a while */
  kept: integer('kept', { mode: 'boolean' }).notNull().default(false),
  createdAt: instant('created_at').notNull(),
});
