import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** A product or a sheet, whose definitions refer to things. */
export const referrerKinds = ['product', 'sheet'] as const;
export type ReferrerKind = (typeof referrerKinds)[number];

/** Which of its definitions. */
export const referrerStates = ['draft', 'published'] as const;
export type ReferrerState = (typeof referrerStates)[number];

/** What is said of definitions, to find them by. */
export const referredKinds = [
  'stock',
  'swatches',
  'products',
  'groups',
  'pictures',
  'typefaces',
  /** a proof that it has */
  'proof',
  /** a sheet that is placed by hand */
  'placed',
  /** a sheet that is left out though a condition would place it */
  'leftOut',
  /** a condition by which products join a slot, as JSON, after the clue that leads to it */
  'joins',
  /** a condition by which a sheet is placed, as JSON */
  'places',
  /** the address of a product, the key of a sheet */
  'own',
  // Where a product stands, as conditions compare it.
  'category',
  'supplier',
  'tag',
  // The same as it is written, to be offered elsewhere.
  'categoryName',
  'supplierName',
  'tagName',
  /** name and value of a property, as JSON */
  'property',
] as const;
export type ReferredKind = (typeof referredKinds)[number];

/**
 * What definitions refer to, and what they are found by: kept by every write that changes one of them, so that nobody
 * reads all documents to learn who uses something. Without row numbers: the key and the index have all there is.
 */
export const catalogReferences = sqliteTable(
  'catalog_references',
  {
    kind: text('kind', { enum: referrerKinds }).notNull(),
    id: integer('id').notNull(),
    of: text('of', { enum: referrerStates }).notNull(),
    what: text('what', { enum: referredKinds }).notNull(),
    key: text('key').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.kind, table.id, table.of, table.what, table.key] }),
    index('catalog_references_key').on(table.what, table.key, table.kind, table.of, table.id),
  ],
);

/** Definitions that have changed in the write that goes on; triggers of the database put them here. */
export const catalogReferencesDue = sqliteTable(
  'catalog_references_due',
  {
    kind: text('kind', { enum: referrerKinds }).notNull(),
    id: integer('id').notNull(),
    of: text('of', { enum: referrerStates }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.id, table.of] })],
);

/** The kinds of things that many products depend on. */
export const sharedKinds = ['settings', 'price lists', 'swatches', 'stock', 'sheets', 'products'] as const;
export type SharedKind = (typeof sharedKinds)[number];

/** Another name for each kind of things whenever one of them changes; triggers of the database give it. */
export const catalogParts = sqliteTable('catalog_parts', {
  kind: text('kind', { enum: sharedKinds }).primaryKey(),
  state: text('state').notNull(),
});

/** Things that have changed in the write that goes on, by key, products by address; triggers put them here. */
export const catalogChanges = sqliteTable(
  'catalog_changes',
  {
    kind: text('kind', { enum: sharedKinds }).notNull(),
    key: text('key').notNull(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.key] })],
);
