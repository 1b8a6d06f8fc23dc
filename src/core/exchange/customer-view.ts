import {
  type CatalogSurroundings,
  type Choice,
  type Condition,
  type CustomerGroup,
  type Formula,
  formulaName,
  hasName,
  hasOptions,
  isPlaced,
  kindOf,
  type ListInForce,
  type ListPrice,
  type Option,
  type Placement,
  placementsOf,
  type PricesInForce,
  type Product,
  quantityOf,
  type Rate,
  referencesOf,
  type Rule,
  type Sheet,
  type Shop,
  type Swatch,
  type Tax,
  type TaxShown,
  withCandidates,
  withSections,
} from '../catalog';
import { type SlotChoice, toldChoice, UNSEEN, unseenOption } from '../catalog/choices';
import { type RoundingMode } from '../number';
import { holdsOnDay } from '../rules';
import { isSeenBy } from '../run';
import { plainWords } from '../text';
import { toldStock } from './told-stock';
import { type PartJson, type ResolutionJson } from './resolution-json';

/**
 * What a customer may know of a product. Everything that leaves for a customer is made here, name by name: what is
 * added to a definition stays inside until somebody says here that it may go. A selection resolves to the same as it
 * does with the whole definition.
 */

/** The customer's own group, and all others, as far as a customer hears of them. */
const OWN: CustomerGroup = { key: 'your group', title: 'your group', code: null, taxShown: null };
export const OTHERS: CustomerGroup = { key: 'other customers', title: 'other customers', code: null, taxShown: null };

interface View {
  readonly group: string | null;
  /** the day it is, as YYYY-MM-DD; null where any may be */
  readonly today: string | null;
  /** what suppliers and tags that rules ask about are called here */
  readonly supplier: (name: string) => string | null;
  readonly tag: (name: string) => string | null;
}

export interface CustomerView {
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
  /** the customer's group, as the view calls it */
  readonly group: string | null;
}

/**
 * @param group key of the customer's group, or null
 * @param today the day it is, as YYYY-MM-DD: rules of other days stay inside; null where it may be looked at on any
 */
export function customerView(
  product: Product,
  surroundings: CatalogSurroundings,
  group: string | null,
  today: string | null = null,
): CustomerView {
  const products = [...surroundings.products.values()];
  const placed = new Set(
    [product, ...products].flatMap((each) => placementsOf(each, surroundings.sheets.values()).map(({ key }) => key)),
  );
  const sheets = [...surroundings.sheets.values()].filter(({ key }) => placed.has(key));
  const view: View = { group, today, ...insideNames([product, ...products, ...sheets]) };
  const references = [product, ...products, ...sheets].map(referencesOf);
  const named = (what: 'stock' | 'swatches') => new Set(references.flatMap((found) => [...found[what]]));
  const [drawn, coloured] = [named('stock'), named('swatches')];
  const titles = toldStock([product, ...products], group);
  return {
    product: productFor(product, surroundings, view),
    group: group === null ? null : OWN.key,
    surroundings: {
      shop: shopFor(surroundings.shop),
      stock: new Map(
        [...surroundings.stock]
          .filter(([key]) => drawn.has(key))
          .map(([key, item]) => [key, { ...item, title: titles.get(key) ?? product.title }]),
      ),
      swatches: new Map(
        [...surroundings.swatches]
          .filter(([key]) => coloured.has(key))
          .map(([key, swatch]) => [key, swatchFor(swatch)]),
      ),
      sheets: new Map(sheets.map((sheet) => [sheet.key, sheetFor(sheet, view, surroundings.products)])),
      products: new Map(products.map((each) => [each.slug, productFor(each, surroundings, view)])),
      priceLists: [],
      ...(surroundings.prices && { prices: pricesInView(surroundings.prices, [product, ...products], group) }),
    },
  };
}

/**
 * The prices that hold for a customer, of these products alone; conditions by which a percentage is placed stay inside.
 */
function pricesInView({ lists }: PricesInForce, products: readonly Product[], group: string | null): PricesInForce {
  const slugs = new Set(products.map(({ slug }) => slug));
  const here = (prices: readonly ListPrice[]) => prices.filter(({ product }) => slugs.has(product));
  const listFor = (
    { title, percent, places, only, prices, follows, lowest }: ListInForce,
    key: string,
  ): ListInForce => ({
    key,
    title,
    percent,
    places: [],
    only: only ?? products.flatMap((product) => (isPlaced(places, product) ? [product.slug] : [])),
    prices: here(prices),
    follows: follows && { ...listFor(follows, key), title: '' },
    lowest: here(lowest),
  });
  return {
    lists: lists.map((list, place) => listFor(list, `list-${place + 1}`)),
    groups: [group === null ? null : OWN.key],
  };
}

const shopFor = ({ name, currency, rounding, skuSeparator, timeZone }: Shop): Shop => ({
  name,
  currency,
  rounding,
  skuSeparator,
  timeZone,
  groups: [OWN, OTHERS],
  quantityRules: [],
  marginFloors: [],
  tax: null,
  delivery: [],
});

const swatchFor = ({ key, name, colours, picture, family }: Swatch): Swatch => ({
  key,
  name,
  colours,
  picture,
  family,
  supplierCode: '',
});

function productFor(product: Product, { shop, sheets, products }: CatalogSurroundings, view: View): Product {
  const {
    slug,
    title,
    sku,
    summary,
    description,
    pictures,
    price,
    wasPrice,
    breaks,
    contents,
    soldBy,
    weight,
    category,
    taxClass,
    draws,
    notCounted,
    capacity,
    formulas,
    tables,
    partsPrice,
    onlyWholeKits,
    soldWhere,
    properties,
    fits,
    prepared,
    forCustomers,
  } = product;
  const unseen = new Set(
    product.choices.flatMap((choice) => unseenOptions(choice, view).map((option) => `${choice.key} ${option}`)),
  );
  return {
    slug,
    title,
    sku,
    summary,
    description,
    pictures,
    price,
    wasPrice,
    breaks,
    contents,
    soldBy,
    weight,
    category,
    taxClass,
    draws,
    notCounted,
    capacity,
    tables: tablesFor(tables),
    partsPrice,
    onlyWholeKits,
    soldWhere,
    properties,
    fits,
    prepared,
    forCustomers,
    // Whose rule it is, and what others may order, is the catalog manager’s business.
    quantity: quantityOf(product, shop.quantityRules, view.group).rule,
    quantityByGroup: {},
    marginFloor: null,
    ...withoutCosts(
      formulas,
      product.rates.map((rate) => rateFor(rate, view)),
    ),
    parts: product.parts.map(({ key, title: partTitle, candidates, optional, taken, quantity: howMany }) => ({
      key,
      title: partTitle,
      optional,
      taken,
      quantity: howMany,
      candidates: candidates.map(({ product: slugOfPart, fixed, narrowed }) => ({
        product: slugOfPart,
        fixed,
        narrowed,
      })),
    })),
    // Rules may ask where it comes from and how it is tagged: only whether it is the same.
    supplier: product.supplier === null ? null : view.supplier(product.supplier),
    tags: product.tags.flatMap((tag) => view.tag(tag) ?? []),
    proofs: [],
    // By hand, so that nothing of the conditions is needed that place them.
    sheets: placementsOf(product, sheets.values()).map(({ key, after, overrides }) => ({
      key,
      by: 'hand',
      after,
      leftOut: false,
      overrides: overridesFor(overrides, sheets.get(key), view),
    })),
    choices: withSections(product.choices).map((choice) => choiceFor(choice, view, product.slug, products)),
    variants: product.variants
      .filter(({ options }) => !Object.entries(options).some(([choice, option]) => unseen.has(`${choice} ${option}`)))
      .map(
        ({
          options,
          sku: own,
          price: ownPrice,
          wasPrice: was,
          breaks: ownBreaks,
          stock,
          weight: ownWeight,
          picture,
          onSale,
          quantity: ownQuantity,
        }) => ({
          options,
          sku: own,
          price: ownPrice,
          wasPrice: was,
          breaks: ownBreaks,
          stock,
          gtin: null,
          weight: ownWeight,
          picture,
          onSale,
          quantity: ownQuantity,
        }),
      ),
    rules: rulesFor(product.rules, view),
  };
}

function sheetFor(
  { key, choices, formulas, rates, rules, tables }: Sheet,
  view: View,
  products: CatalogSurroundings['products'],
): Sheet {
  return {
    key,
    tables: tablesFor(tables),
    ...withoutCosts(
      formulas,
      rates.map((rate) => rateFor(rate, view)),
    ),
    title: key,
    note: '',
    rank: 0,
    places: [],
    choices: withSections(choices).map((choice) => choiceFor(choice, view, '', products)),
    rules: rulesFor(rules, view),
  };
}

/**
 * Formulas and rates without those by which only the catalog manager reckons: a rate that nothing else names goes, too.
 */
function withoutCosts(formulas: readonly Formula[], rates: readonly Rate[]): { formulas: Formula[]; rates: Rate[] } {
  const [costs, kept] = [
    formulas.filter(({ serves }) => serves.kind === 'cost'),
    formulas.filter(({ serves }) => serves.kind !== 'cost'),
  ];
  const needs = (key: string) => kept.some(({ text }) => hasName(text, formulaName(key)));
  const ofCosts = (key: string) => costs.some(({ text }) => hasName(text, formulaName(key)));
  // What is noted beside a formula is for whoever edits it.
  return {
    formulas: kept.map((formula) => ({ ...formula, text: formula.text.replace(/#[^\n]*/g, '') })),
    rates: rates.filter(({ key }) => needs(key) || !ofCosts(key)),
  };
}

/** What a product says otherwise about a sheet, without what this customer doesn't see. */
function overridesFor(overrides: Placement['overrides'], sheet: Sheet | undefined, view: View): Placement['overrides'] {
  return Object.fromEntries(
    Object.entries(overrides).map(([key, override]) => {
      const choice = sheet?.choices.find((candidate) => candidate.key === key);
      if (!choice || !isSeenBy(choice.groups, view.group))
        return [
          key,
          { leftOut: override.leftOut, required: override.required, default: null, amount: null, options: {} },
        ];
      const unseen = new Set(unseenOptions(choice, view));
      return [
        key,
        {
          ...override,
          options: Object.fromEntries(
            Object.entries(override.options).map(([option, own]) => [
              option,
              unseen.has(option) ? { leftOut: own.leftOut, amount: null } : own,
            ]),
          ),
        },
      ];
    }),
  );
}

function unseenOptions(choice: Choice, { group }: View): string[] {
  return hasOptions(choice) ? choice.options.flatMap(({ key, groups }) => (isSeenBy(groups, group) ? [] : [key])) : [];
}

/** A choice as this customer may know it: what they don't see keeps its place and nothing else. */
function choiceFor(whole: Choice, view: View, own: string, products: CatalogSurroundings['products']): Choice {
  // Why a product is a candidate is the catalog manager’s business: here it is listed.
  const choice = toldChoice(
    whole.kind === 'slot' ? { ...withCandidates(whole, own, products), settled: seenOnly(whole, view) } : whole,
  );
  const seen = isSeenBy(choice.groups, view.group);
  if (seen && choice.forWorkshop) return unnamed(choice);
  const common = { insideName: '', groups: seen ? [] : [OTHERS.key] };
  if (!seen) return hidden(choice);
  if (!hasOptions(choice)) return { ...choice, ...common };
  return {
    ...choice,
    ...common,
    options: choice.options.map((option) =>
      isSeenBy(option.groups, view.group) ? { ...option, groups: [] } : unseenOption(option, OTHERS.key),
    ),
  };
}

/** What is settled of the candidates that this customer sees. */
function seenOnly(slot: SlotChoice, view: View): SlotChoice['settled'] {
  const unseen = new Set(unseenOptions(slot, view));
  return Object.fromEntries(Object.entries(slot.settled).filter(([slug]) => !unseen.has(slug)));
}

function hidden(choice: Choice): Choice {
  const { key, titleShown, width, fold } = choice;
  const blank = { title: UNSEEN, help: null, insideName: '', groups: [OTHERS.key] };
  const unseen = kindOf(choice).unseen(choice, OTHERS.key);
  return 'heading' in unseen
    ? {
        kind: 'heading',
        holds: choice.kind === 'heading' && choice.holds,
        columns: null,
        key,
        titleShown,
        width,
        fold,
        forWorkshop: false,
        helpShown: 'always',
        required: false,
        ...blank,
      }
    : { ...unseen, ...blank };
}

/**
 * A choice for the workshop alone: what it does stays, because a selection comes to the same by it; what it is called
 * goes.
 */
function unnamed(choice: Choice): Choice {
  const blank = { title: UNSEEN, help: null, insideName: '', groups: [] };
  if (choice.kind === 'paragraph') return { ...hidden(choice), groups: [] };
  return hasOptions(choice)
    ? { ...choice, ...blank, options: choice.options.map((option) => unnamedOption(option)) }
    : { ...choice, ...blank };
}

function unnamedOption(option: Option): Option {
  const { sku, weight, draws, picture, changesPicture, quantity, whenOut, notCounted, leadDays } = option;
  // A picture that takes the place of the product’s is seen by everybody; any other is of the option.
  return {
    ...unseenOption(option, OTHERS.key),
    groups: [],
    sku,
    weight,
    draws,
    picture: changesPicture ? picture : null,
    changesPicture,
    quantity,
    whenOut,
    notCounted,
    leadDays,
  };
}

function rateFor({ key, title, value, per, byGroup, steps }: Rate, { group }: View): Rate {
  const own = group === null || !Object.hasOwn(byGroup, group) ? undefined : byGroup[group];
  return { key, title, value: own ?? value, per, byGroup: {}, steps: own === undefined ? steps : [] };
}

/**
 * What is made together; what a table is called, and those that are switched off, are the catalog manager’s business.
 */
const tablesFor = (tables: Product['tables']): Product['tables'] =>
  tables.filter(({ on }) => on).map((table) => ({ ...table, title: '' }));

/**
 * The rules that can hold for this customer, those that are switched off left out, and called something only where a
 * price is.
 */
function rulesFor(rules: readonly Rule[], view: View): Rule[] {
  return rules.flatMap((rule): Rule[] => {
    if (!rule.on) return [];
    const { key, title, on, when } = rule;
    const never = when !== null && holdsFor(when, view) === false;
    // That a rule shows something hides it from all others: so much of it stays.
    const then = never ? rule.then.filter(({ kind }) => kind === 'show') : rule.then;
    if (then.length === 0) return [];
    const isPriced = then.some(({ kind }) => kind === 'amount' || kind === 'setPrice');
    return [{ key, title: isPriced ? title : '', on, when: when && conditionFor(when, view), then }];
  });
}

/** Whether a condition holds for who is in a group on a day, as far as that alone decides; null where more does. */
function holdsFor(condition: Condition, view: Pick<View, 'group' | 'today'>): boolean | null {
  const { group, today } = view;
  if ('of' in condition) {
    const parts = condition.of.map((part) => holdsFor(part, view));
    const all = parts.includes(false) ? false : parts.includes(null) ? null : true;
    const any = parts.includes(true) ? true : parts.includes(null) ? null : false;
    if (condition.kind === 'all') return all;
    return condition.kind === 'any' || any === null ? any : !any;
  }
  if ((condition.kind === 'weekday' || condition.kind === 'season') && condition.choice === null)
    return today === null ? null : holdsOnDay(condition, today);
  if (condition.kind !== 'group') return null;
  const isIn = group !== null && condition.groups.includes(group);
  return condition.is === 'oneOf' ? isIn : !isIn;
}

function conditionFor(condition: Condition, view: View): Condition {
  if ('of' in condition) return { ...condition, of: condition.of.map((part) => conditionFor(part, view)) };
  if (condition.kind === 'supplier')
    return { ...condition, suppliers: condition.suppliers.map((name) => view.supplier(name) ?? name) };
  if (condition.kind === 'tag') return { ...condition, tags: condition.tags.map((name) => view.tag(name) ?? name) };
  if (condition.kind !== 'group') return condition;
  return {
    ...condition,
    groups: [...new Set(condition.groups.map((group) => (group === view.group ? OWN.key : OTHERS.key)))],
  };
}

/** Names in the place of the suppliers and tags that conditions ask about; null for all others. */
function insideNames(definitions: readonly Pick<Product, 'rules'>[]): Pick<View, 'supplier' | 'tag'> {
  const known = { supplier: new Map<string, string>(), tag: new Map<string, string>() };
  const note = (what: keyof typeof known, names: readonly string[], called: string) => {
    for (const name of names.map(plainWords))
      if (!known[what].has(name)) known[what].set(name, `${called} ${known[what].size + 1}`);
  };
  const visit = (condition: Condition): void => {
    if ('of' in condition) condition.of.forEach(visit);
    else if (condition.kind === 'supplier') note('supplier', condition.suppliers, 'our source');
    else if (condition.kind === 'tag') note('tag', condition.tags, 'kind');
  };
  for (const { rules } of definitions) for (const { when } of rules) if (when) visit(when);
  return {
    supplier: (name) => known.supplier.get(plainWords(name)) ?? null,
    tag: (name) => known.tag.get(plainWords(name)) ?? null,
  };
}

/** The tax on a product, as far as customers are told of it. */
export interface ToldTax extends Pick<Tax, 'name' | 'pricesInclude'> {
  /** of the product, where the shop is */
  readonly percent: string;
  readonly shown: TaxShown;
  /** as the shop rounds */
  readonly rounding: RoundingMode;
}

/** A resolution as a customer may see it. */
export type CustomerResolution = Pick<
  ResolutionJson,
  | 'state'
  | 'problems'
  | 'shown'
  | 'counted'
  | 'quantity'
  | 'orderable'
  | 'item'
  | 'working'
  | 'measures'
  | 'unitPrice'
  | 'wasPrice'
  | 'wasLowest'
  | 'bookings'
  | 'lineTotal'
  | 'currency'
  | 'weight'
  | 'pictures'
  | 'forCustomers'
> & {
  /** what rules tell, now that they have fired */
  readonly tells: readonly string[];
  /** what it is put together from, and what is taken along */
  readonly parts: readonly PartJson<CustomerResolution>[];
  readonly availability: {
    /** whether as many as are asked for could be supplied; null where stock was not asked */
    readonly enough: boolean | null;
    /** days until it can be sent, where something of it is ordered beyond stock */
    readonly leadDays: number | null;
  };
};

/** A resolution by a customer's program, which knows of what the workshop alone sees that it is there, without that. */
export function withoutWorkshop(resolution: ResolutionJson): ResolutionJson {
  return {
    ...resolution,
    item: { ...resolution.item, forWorkshop: [] },
    parts: resolution.parts.map((part) => ({ ...part, resolution: withoutWorkshop(part.resolution) })),
  };
}

/** A resolution without what its product does not show to customers: how its price comes about, and its SKU. */
export function asShown<
  R extends Pick<ResolutionJson, 'working' | 'item' | 'forCustomers'> & { readonly parts: readonly PartJson<R>[] },
>(resolution: R): R {
  const { working, item, forCustomers, parts } = resolution;
  return {
    ...resolution,
    working: forCustomers && forCustomers.working !== 'full' ? [] : working,
    item: { ...item, forWorkshop: [], ...(forCustomers?.sku === false && { sku: '' }) },
    parts: parts.map((part) => ({ ...part, resolution: asShown(part.resolution) })),
  };
}

export function customerResolution(resolution: ResolutionJson): CustomerResolution {
  return toldTo(asShown(resolution));
}

function toldTo({
  state,
  problems,
  shown,
  counted,
  quantity,
  orderable,
  item,
  working,
  measures,
  unitPrice,
  wasPrice,
  wasLowest,
  bookings,
  lineTotal,
  currency,
  weight,
  pictures,
  rules,
  availability,
  parts,
  forCustomers,
}: ResolutionJson): CustomerResolution {
  const { canSupply, leadDays } = availability;
  return {
    state,
    problems,
    counted,
    quantity,
    orderable,
    item,
    working,
    unitPrice,
    wasPrice,
    lineTotal,
    currency,
    weight,
    pictures,
    forCustomers,
    ...(wasLowest && { wasLowest }),
    ...(bookings && { bookings }),
    // What is for others, or for the workshop, leaves no trace.
    shown: shown
      .filter(({ why }) => why !== 'workshop' && why !== 'otherGroup')
      .map((one) => ({ ...one, options: one.options.filter(({ why }) => why !== 'otherGroup') })),
    measures: measures.filter(({ forCustomers }) => forCustomers),
    tells: rules.flatMap(({ tells }) => tells),
    parts: parts.map(({ kind, part, beside, title, product, productTitle, pieces, alone, share, resolution }) => ({
      kind,
      part,
      ...(beside && { beside }),
      title,
      product,
      productTitle,
      pieces,
      alone,
      share,
      resolution: toldTo(resolution),
    })),
    availability: { enough: canSupply === null ? null : canSupply === 'unlimited' || canSupply >= quantity, leadDays },
  };
}
