import { customType } from 'drizzle-orm/sqlite-core';
import { type Product, productSchema, type Sheet, sheetSchema } from '../core/catalog';
import { definitionFromVersion1, resolutionFromEarlier, type ResolutionJson } from '../core/exchange';

/**
 * The form in which documents are stored today. Whoever changes a schema so that older documents lack something counts
 * this up; every column then reads what was stored before into the form of today, and nobody else need think of it.
 */
export const FORM = 8;

/** The name under which a stored document says its form; it is no part of the document. */
const FORM_KEY = '$form';

interface Stored {
  readonly [FORM_KEY]?: number;
}

const toStored = (document: object): Stored => ({ [FORM_KEY]: FORM, ...document });

function fromStored<T>({ [FORM_KEY]: form, ...document }: Stored, fromEarlier: (stored: unknown) => T): T {
  return form === FORM ? (document as T) : fromEarlier(document);
}

/** A column of JSON documents of one kind. */
function documents<T extends object>(fromEarlier: (stored: unknown) => T) {
  return customType<{ data: T; driverData: string }>({
    dataType: () => 'text',
    toDriver: (document) => JSON.stringify(toStored(document)),
    fromDriver: (text) => fromStored(JSON.parse(text) as Stored, fromEarlier),
  });
}

const productFromEarlier = (stored: unknown) => productSchema.parse(definitionFromVersion1(stored));

export const productDocument = documents<Product>(productFromEarlier);
const sheetFromEarlier = (stored: unknown) => sheetSchema.parse(definitionFromVersion1(stored));
export const sheetDocument = documents<Sheet>(sheetFromEarlier);
export const resolutionDocument = documents<ResolutionJson>(
  (stored) => resolutionFromEarlier(stored) as ResolutionJson,
);

/** The draft of a product or sheet before a change of many, and the version that the change made of it. */
export type FormerDraft = { readonly versionAfter: number } & (
  | { readonly productId: number; readonly definition: Product }
  | { readonly sheetId: number; readonly definition: Sheet }
);

type StoredFormer = { readonly versionAfter: number; readonly definition: Stored } & (
  { readonly productId: number } | { readonly sheetId: number }
);

/** A column of former drafts. */
export const formerDraft = customType<{ data: FormerDraft; driverData: string }>({
  dataType: () => 'text',
  toDriver: (draft) => JSON.stringify({ ...draft, definition: toStored(draft.definition) }),
  fromDriver(text) {
    const draft = JSON.parse(text) as StoredFormer;
    return 'sheetId' in draft
      ? { ...draft, definition: fromStored(draft.definition, sheetFromEarlier) }
      : { ...draft, definition: fromStored(draft.definition, productFromEarlier) };
  },
});
