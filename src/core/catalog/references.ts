import { enclosingChoice, mapReferences, type Reference, visitReferences } from '../fields';
import { joins } from './candidates-of-slot';
import { isFontPlace, type JoinCondition } from './choices';
import { type Product, productSchema } from './schema';

/** Everything outside itself that a definition refers to, by key; products by slug, pictures by where they are. */
export interface References {
  readonly stock: ReadonlySet<string>;
  readonly swatches: ReadonlySet<string>;
  /** sheets that it names; those that a condition places it does not know */
  readonly sheets: ReadonlySet<string>;
  readonly products: ReadonlySet<string>;
  /** conditions by which products join its slots, whichever there are */
  readonly joins: readonly JoinCondition[];
  readonly groups: ReadonlySet<string>;
  readonly pictures: ReadonlySet<string>;
  /** where the files of its typefaces are; those that ship with the shop are not among them */
  readonly typefaces: ReadonlySet<string>;
}

/** A product, or a sheet, which has no stock, variants, sheets, pictures and parts of its own. */
export type Referring = Pick<Product, 'choices' | 'formulas' | 'rates' | 'rules'> &
  Partial<
    Pick<Product, 'views' | 'draws' | 'variants' | 'sheets' | 'pictures' | 'parts' | 'quantityByGroup' | 'proofs'>
  >;

/** Where it is kept what something refers to; null for what stands within the definition or within another. */
const kept = {
  stock: 'stock',
  swatch: 'swatches',
  sheet: 'sheets',
  product: 'products',
  group: 'groups',
  picture: 'pictures',
  typeface: 'typefaces',
} as const satisfies Partial<Record<Reference['what'], keyof References>>;

/** Where something that is referred to is kept; undefined for what stands within the definition or another. */
const keptAs = ({ what }: Reference): (typeof kept)[keyof typeof kept] | undefined =>
  what in kept ? kept[what as keyof typeof kept] : undefined;

/** The field of the whole definition in which something stands. */
function fieldOf({ trail }: Pick<Reference, 'trail'>): string {
  let at = trail;
  while (at.above) at = at.above;
  return String(at.key);
}

/**
 * Whether something must be there for the definition to hold. What answers, rules and tables say of a slot is offered
 * there already, or is not known; and what a proof says is taken from stock is a result, which fails where it is no
 * longer so.
 */
function isNeeded(reference: Reference): boolean {
  const { what, own, answered, key } = reference;
  if (own || answered) return false;
  if (what === 'typeface') return isFontPlace(key);
  const field = fieldOf(reference);
  return what === 'product' ? field === 'choices' || field === 'parts' : what !== 'stock' || field !== 'proofs';
}

/** Definitions are never changed in place: what one refers to is looked up once, however many ask. */
const looked = new WeakMap<Referring, References>();

/** What a definition refers to, as its schema says it. */
export function referencesOf(definition: Referring): References {
  const known = looked.get(definition);
  if (known) return known;
  const found = lookUp(definition);
  looked.set(definition, found);
  return found;
}

function lookUp(definition: Referring): References {
  const found = {
    stock: new Set<string>(),
    swatches: new Set<string>(),
    sheets: new Set<string>(),
    products: new Set<string>(),
    groups: new Set<string>(),
    pictures: new Set<string>(),
    typefaces: new Set<string>(),
  };
  visitReferences(productSchema, definition, (reference) => {
    const as = keptAs(reference);
    if (as !== undefined && isNeeded(reference)) found[as].add(reference.key);
  });
  return { ...found, joins: definition.choices.flatMap((choice) => (choice.kind === 'slot' ? choice.joins : [])) };
}

/** The place of the editor in which a field is edited that is called otherwise there. */
const editedAt: Readonly<Record<string, string>> = {
  draws: 'stock',
  rates: 'formulas',
  tables: 'rules',
  prepared: 'selections',
  quantityByGroup: 'quantity',
};

/**
 * The places of an editor at which a definition names something, and the field of the definition that is edited there.
 */
export function placesWhere(
  definition: Referring,
  what: (typeof kept)[keyof typeof kept],
  key: string,
): { readonly field: string; readonly place: string }[] {
  const found: { readonly field: string; readonly place: string }[] = [];
  visitReferences(productSchema, definition, (reference) => {
    if (reference.own || reference.key !== key || keptAs(reference) !== what) return;
    const field = fieldOf(reference);
    const choice = field === 'choices' ? enclosingChoice(reference.trail) : null;
    found.push({ field, place: choice === null ? (editedAt[field] ?? field) : `choice:${choice}` });
  });
  return found;
}

/** Whether a definition refers to a product, by its address or because it joins a slot. */
export function refersToProduct(
  { products, joins: conditions }: References,
  product: Pick<Product, 'slug' | 'category' | 'supplier' | 'tags' | 'properties'>,
): boolean {
  return products.has(product.slug) || conditions.some((condition) => joins(condition, product));
}

/** A definition in which something is called otherwise, wherever its schema says that it is named. */
export function withCalled<D extends Referring>(definition: D, called: (reference: Reference) => string): D {
  return mapReferences(productSchema, definition, called);
}

/** A definition whose pictures are elsewhere. */
export const withPictures = <D extends Referring>(definition: D, address: (src: string) => string): D =>
  withCalled(definition, ({ what, key }) => (what === 'picture' ? address(key) : key));

/** A definition whose typefaces are elsewhere. */
export const withTypefaces = <D extends Referring>(definition: D, address: (file: string) => string): D =>
  withCalled(definition, ({ what, key }) => (what === 'typeface' && isFontPlace(key) ? address(key) : key));

/** A definition that takes from other stock items. @param named the stock item in the place of one, by key */
export const withStock = <D extends Referring>(definition: D, named: (key: string) => string): D =>
  withCalled(definition, ({ what, key }) => (what === 'stock' ? named(key) : key));
