import { partedKey, placedKey } from '../compile';
import {
  type Choice,
  formulaName,
  hasOptions,
  type ListInForce,
  type Option,
  type Prepared,
  type Product,
  productSchema,
  refersToProduct,
  referencesOf,
  type Sheet,
  withCalled,
  withInside,
} from '../catalog';
import { UNSEEN } from '../catalog/choices';
import { listPriceSchema } from '../catalog/price-lists';
import { type Reference, visitReferences } from '../fields';
import { type CustomerView } from './customer-view';
import { OTHERS } from './view';

/**
 * What a page is sent of a customer's view. The server's own programs keep every key, so that what a customer says
 * means the same whoever has said it before; a page is told nothing of what only others and the workshop see: its
 * choices and options have numbers for names, and what nothing refers to any more stays inside.
 */
export function pageView({ product, surroundings, group }: CustomerView): CustomerView {
  const definitions = [product, ...surroundings.products.values(), ...surroundings.sheets.values()];
  const unseen = new Map(definitions.map((definition) => [nameOf(definition), unseenIn(definition)]));
  const stubs = new Map<string, Product>();
  const names: Names = {
    unseen,
    products: surroundings.products,
    root: product,
    stub: (slug) => stubFor(slug, surroundings.products, stubs),
  };
  const products = [...surroundings.products.values()]
    .map((each) => (each.slug === product.slug ? product : each))
    .map((each) => skusOf(renamed(each, names)));
  const whole = skusOf(renamed(product, names));
  const showsSku = [product, ...products].some(({ forCustomers }) => forCustomers.sku);
  const sheets = new Map(
    [...surroundings.sheets.values()].map((sheet) => [
      sheet.key,
      showsSku ? renamed(sheet, names) : withoutSkus(renamed(sheet, names)),
    ]),
  );
  const here = reached(whole, new Map([...products, ...stubs.values()].map((each) => [each.slug, each])), sheets);
  const { stock, swatches, prices } = surroundings;
  return {
    product: whole,
    group,
    surroundings: {
      ...surroundings,
      ...here,
      stock: kept(
        stock,
        here.references.flatMap((one) => [...one.stock]),
      ),
      swatches: kept(
        swatches,
        here.references.flatMap((one) => [...one.swatches]),
      ),
      ...(prices && { prices: { ...prices, lists: prices.lists.map((list) => seenOf(list, names, here.products)) } }),
    },
  };
}

const skusOf = (product: Product): Product => (product.forCustomers.sku ? product : withoutSkus(product));

/** What the workshop alone sees adds to no SKU that nobody is shown. */
function withoutSkus<D extends Product | Sheet>(definition: D): D {
  const choices = definition.choices.map((choice): Choice =>
    choice.forWorkshop && hasOptions(choice)
      ? { ...choice, options: choice.options.map((option) => ({ ...option, sku: null })) }
      : choice,
  );
  return { ...definition, choices };
}

interface Unseen {
  /** what choices that are not seen are called on the page, by their keys */
  readonly choices: ReadonlyMap<string, string>;
  /** and options, by choice and option */
  readonly options: ReadonlyMap<string, ReadonlyMap<string, string>>;
}

interface Names {
  readonly unseen: ReadonlyMap<string, Unseen>;
  readonly products: ReadonlyMap<string, Product>;
  readonly root: Product;
  /** what a product is called that stands in a slot and is not seen there */
  readonly stub: (slug: string) => string;
}

const nameOf = (definition: Product | Sheet): string =>
  'slug' in definition ? `product ${definition.slug}` : `sheet ${definition.key}`;

const isUnseen = ({ groups }: Pick<Choice | Option, 'groups'>): boolean => groups.includes(OTHERS.key);

function unseenIn({ choices }: Pick<Product, 'choices'>): Unseen {
  const keys = new Set(choices.map(({ key }) => key));
  let number = 0;
  const next = (taken: ReadonlySet<string>): string => {
    do number += 1;
    while (taken.has(`unseen-${number}`));
    return `unseen-${number}`;
  };
  const called = new Map<string, string>();
  const options = new Map<string, ReadonlyMap<string, string>>();
  for (const choice of choices) {
    if (isUnseen(choice) || choice.forWorkshop) called.set(choice.key, next(keys));
    if (!hasOptions(choice)) continue;
    const taken = new Set(choice.options.map(({ key }) => key));
    const own = choice.options
      .filter((option) => choice.forWorkshop || isUnseen(choice) || isUnseen(option))
      .map(({ key }) => [key, next(taken)] as const);
    if (own.length > 0) options.set(choice.key, new Map(own));
  }
  return { choices: called, options };
}

/** A product that is in a slot for others only: what rules and sentences ask of it, and nothing else. */
function stubFor(slug: string, products: ReadonlyMap<string, Product>, stubs: Map<string, Product>): string {
  const before = stubs.get(slug);
  if (before) return before.slug;
  const stub = productSchema.parse({
    slug: freeSlug(stubs.size + 1, products),
    title: UNSEEN,
    sku: '',
    price: '0',
    notCounted: 'service',
    soldWhere: 'kits',
    properties: products.get(slug)?.properties ?? {},
  });
  stubs.set(slug, stub);
  return stub.slug;
}

function freeSlug(from: number, products: ReadonlyMap<string, Product>): string {
  let number = from;
  while (products.has(`unseen-${number}`)) number += 1;
  return `unseen-${number}`;
}

/** What is not seen of whatever a reference is about: of a placed sheet under the name that it has on the product. */
function unseenOf(
  definition: Product | Sheet,
  { scope }: Pick<Reference, 'scope'>,
  { unseen }: Names,
): Unseen | undefined {
  if (scope === null) return unseen.get(nameOf(definition));
  return unseen.get('product' in scope ? `product ${scope.product}` : `sheet ${scope.sheet}`);
}

/** What a choice is called on the page; of a placed sheet `sheet.choice`. */
function choiceCalled(key: string, own: Unseen | undefined, { unseen }: Names): string {
  const placed = partedKey(key);
  if (!placed) return own?.choices.get(key) ?? key;
  const { sheet, choice } = placed;
  return placedKey(sheet, unseen.get(`sheet ${sheet}`)?.choices.get(choice) ?? choice);
}

function optionCalled(choice: string | null, option: string, own: Unseen | undefined, { unseen }: Names): string {
  if (choice === null) return option;
  const placed = partedKey(choice);
  const of = placed ? unseen.get(`sheet ${placed.sheet}`) : own;
  return of?.options.get(placed?.choice ?? choice)?.get(option) ?? option;
}

function renamed<D extends Product | Sheet>(definition: D, names: Names): D {
  // In formulas choices are called as their keys are, a point and hyphens as underscores.
  const inFormulas = new Map<string, string>();
  const own = names.unseen.get(nameOf(definition));
  const all = [
    ...definition.choices.map(({ key }) => key),
    ...('sheets' in definition
      ? definition.sheets.flatMap(({ key: sheet }) =>
          [...(names.unseen.get(`sheet ${sheet}`)?.choices.keys() ?? [])].map((key) => `${sheet}.${key}`),
        )
      : []),
  ];
  for (const key of all) inFormulas.set(formulaName(key), formulaName(choiceCalled(key, own, names)));
  const asked =
    'prepared' in definition
      ? { ...definition, prepared: definition.prepared.map((one) => seenIn(one, definition, names)) }
      : definition;
  return withCalled(asked, (reference): string => {
    const { what, key, choice } = reference;
    const of = unseenOf(definition, reference, names);
    switch (what) {
      case 'choice':
      case 'place':
        return choiceCalled(key, of, names);
      case 'option':
        return optionCalled(choice, key, of, names);
      case 'product':
        return choice !== null && optionCalled(choice, key, of, names) !== key ? names.stub(key) : key;
      case 'name':
        return inFormulas.get(key) ?? key;
      default:
        return key;
    }
  });
}

/**
 * A prepared selection without what this customer isn't asked: it would be sent back under names that only the page
 * knows.
 */
function seenIn<S extends Pick<Prepared, 'answers' | 'parts'>>(selection: S, definition: Product, names: Names): S {
  const own = names.unseen.get(nameOf(definition));
  const answers = Object.fromEntries(
    Object.entries(selection.answers).filter(([key]) => choiceCalled(key, own, names) === key),
  );
  return withInside({ ...selection, answers }, definition, (inside, product) => {
    const other = names.products.get(product);
    return other
      ? { ...inside, ...seenIn({ answers: { ...inside.answers }, parts: inside.parts }, other, names) }
      : inside;
  });
}

/** What a product refers to, and what that refers to in turn. */
function reached(product: Product, products: ReadonlyMap<string, Product>, sheets: ReadonlyMap<string, Sheet>) {
  const found = { products: new Map<string, Product>(), sheets: new Map<string, Sheet>() };
  const references: ReturnType<typeof referencesOf>[] = [];
  const next = [product];
  for (let each = next.pop(); each; each = next.pop()) {
    const placed = each.sheets.flatMap(({ key }) => sheets.get(key) ?? []);
    for (const sheet of placed) found.sheets.set(sheet.key, sheet);
    const own = [each, ...placed].map(referencesOf);
    references.push(...own);
    for (const other of products.values()) {
      if (found.products.has(other.slug) || !own.some((one) => refersToProduct(one, other))) continue;
      found.products.set(other.slug, other);
      next.push(other);
    }
  }
  return { ...found, references };
}

/** A price list without prices of what is not seen. */
function seenOf(list: ListInForce, names: Names, products: ReadonlyMap<string, Product>): ListInForce {
  const here = (prices: ListInForce['lowest']) =>
    prices.filter((price) => {
      let isSeen = price.product === names.root.slug || products.has(price.product);
      visitReferences(listPriceSchema, price, (reference) => {
        const { what, key, choice } = reference;
        const of = unseenOf(names.root, reference, names);
        if (what === 'choice') isSeen &&= choiceCalled(key, of, names) === key;
        if (what === 'option') isSeen &&= optionCalled(choice, key, of, names) === key;
      });
      return isSeen;
    });
  return {
    ...list,
    prices: here(list.prices),
    lowest: here(list.lowest),
    follows: list.follows && seenOf(list.follows, names, products),
  };
}

const kept = <V>(all: ReadonlyMap<string, V>, keys: readonly string[]): Map<string, V> => {
  const named = new Set(keys);
  return new Map([...all].filter(([key]) => named.has(key)));
};
