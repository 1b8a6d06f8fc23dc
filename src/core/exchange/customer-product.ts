import {
  type CatalogSurroundings,
  type Formula,
  formulaName,
  hasName,
  type Placement,
  placementsOf,
  type Product,
  quantityOf,
  type Rate,
  type Sheet,
  type Variant,
  withSections,
} from '../catalog';
import { isSeenBy } from '../run';
import { choiceFor, unseenOptions } from './customer-choices';
import { rulesFor, viewsFor } from './customer-rules';
import { told, type View } from './view';

const TOLD_OF_PRODUCT = [
  'slug',
  'title',
  'sku',
  'summary',
  'description',
  'pictures',
  'listedBy',
  'price',
  'wasPrice',
  'breaks',
  'contents',
  'soldBy',
  'weight',
  'category',
  'taxClass',
  'draws',
  'notCounted',
  'capacity',
  'partsPrice',
  'onlyWholeKits',
  'soldWhere',
  'properties',
  'fits',
  'prepared',
  'forCustomers',
  'buyWord',
] as const satisfies readonly (keyof Product)[];

const TOLD_OF_VARIANT = [
  'options',
  'sku',
  'price',
  'wasPrice',
  'breaks',
  'stock',
  'weight',
  'picture',
  'onSale',
  'quantity',
] as const satisfies readonly (keyof Variant)[];

/** A product as this customer may know it. */
export function productFor(product: Product, { shop, sheets, products }: CatalogSurroundings, view: View): Product {
  const unseen = new Set(
    product.choices.flatMap((choice) => unseenOptions(choice, view).map((option) => `${choice.key} ${option}`)),
  );
  return {
    ...told(product, TOLD_OF_PRODUCT),
    tables: tablesFor(product.tables),
    // Whose rule it is, and what others may order, is the catalog manager’s business.
    quantity: quantityOf(product, shop.quantityRules, view.group).rule,
    quantityByGroup: {},
    marginFloor: null,
    ...withoutCosts(
      product.formulas,
      product.rates.map((rate) => rateFor(rate, view)),
    ),
    parts: product.parts.map((part) => ({
      ...told(part, ['key', 'title', 'optional', 'taken', 'quantity']),
      candidates: part.candidates.map((candidate) => told(candidate, ['product', 'fixed', 'narrowed'])),
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
      .map((variant) => ({ ...told(variant, TOLD_OF_VARIANT), gtin: null })),
    rules: rulesFor(product.rules, view),
    views: viewsFor(product.views, view),
  };
}

/** A sheet as this customer may know it. */
export function sheetFor(
  { key, choices, formulas, rates, rules, tables, views }: Sheet,
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
    views: viewsFor(views, view),
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

function rateFor({ key, title, value, per, byGroup, steps }: Rate, { group }: View): Rate {
  const own = group === null || !Object.hasOwn(byGroup, group) ? undefined : byGroup[group];
  return { key, title, value: own ?? value, per, byGroup: {}, steps: own === undefined ? steps : [] };
}

/**
 * What is made together; what a table is called, and those that are switched off, are the catalog manager’s business.
 */
const tablesFor = (tables: Product['tables']): Product['tables'] =>
  tables.filter(({ on }) => on).map((table) => ({ ...table, title: '' }));
