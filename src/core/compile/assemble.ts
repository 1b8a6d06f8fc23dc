import {
  type CatalogSurroundings,
  type Choice,
  type CompatibilityTable,
  type Formula,
  hasOptions,
  type Override,
  type Placement,
  placementsOf,
  type Product,
  type Rate,
  renamedChoice,
  renamedFormula,
  renamedRule,
  type Rule,
  sectionsOf,
  type Sheet,
  withCandidates,
  withinSections,
  withSections,
} from '../catalog';
import { type FaultData, type Path } from '../problems';
import { type Placed as PlacedDefinition } from '../rules';
import { placedKey } from './placed-key';
import { type PlacedView, withSheetViews } from './sheet-views';

/** A product with everything that it takes from elsewhere put in place. */
export interface Assembled {
  readonly product: Product;
  /** where each choice of `product` stands in the definition as it is edited */
  readonly origins: readonly Path[];
  /** its views with those of its sheets, each with where it is edited; null where sheets bring none */
  readonly views: readonly PlacedView[] | null;
  /** formulas of its own and of its sheets */
  readonly formulas: readonly PlacedFormula[];
  readonly rates: readonly PlacedRate[];
  readonly rules: readonly PlacedDefinition<Rule>[];
  readonly tables: readonly PlacedDefinition<CompatibilityTable>[];
  readonly faults: readonly { readonly path: Path; readonly data: FaultData }[];
}

/** A formula with where it is edited, and the sheet whose names it uses; null for the product's own. */
export interface PlacedFormula {
  readonly formula: Formula;
  readonly origin: Path;
  readonly sheet: string | null;
}

export interface PlacedRate {
  readonly rate: Rate;
  readonly origin: Path;
  readonly sheet: string | null;
}

interface Placed {
  readonly choice: Choice;
  readonly origin: Path;
}

/** What is put together, while it grows by one sheet after the other. */
interface Gathered {
  readonly formulas: PlacedFormula[];
  readonly rates: PlacedRate[];
  readonly rules: PlacedDefinition<Rule>[];
  readonly tables: PlacedDefinition<CompatibilityTable>[];
  readonly faults: { path: Path; data: FaultData }[];
}

/**
 * Puts the choices of a product's sheets among its own, with what the product says otherwise, and the colours of the
 * swatch book into its options.
 */
export function assemble(
  product: Product,
  { sheets, swatches, products }: Pick<CatalogSurroundings, 'sheets' | 'swatches' | 'products'>,
): Assembled {
  const gathered = ownOf(product);
  const placements = placementsOf(product, sheets.values());
  const own: Placed[] = product.choices.map((choice, index) => ({ choice, origin: ['choices', index] }));
  const placed = placements.length === 0 ? own : amongOwn(own, placements, sheets, gathered);
  const asPlaced = placed.map(({ choice, origin }) =>
    choice.kind === 'slot'
      ? withCandidates(choice, product.slug, products)
      : withSwatches(choice, origin, swatches, gathered.faults),
  );
  const sections = sectionsOf(asPlaced);
  const choices = withSections(asPlaced);
  const unchanged =
    choices.length === product.choices.length && choices.every((choice, index) => choice === product.choices[index]);
  const views = withSheetViews(
    product.views,
    placements.flatMap(({ key, overrides }) => {
      const sheet = sheets.get(key);
      return sheet ? { sheet, overrides } : [];
    }),
  );
  const put: Pick<Product, 'choices' | 'views'> = {
    choices: unchanged ? product.choices : [...choices],
    views: views ? views.map(({ view }) => view) : product.views,
  };
  return {
    ...gathered,
    product: unchanged && !views ? product : { ...product, ...put },
    origins: placed.map(({ origin }) => origin),
    views,
    rules: gathered.rules.map(({ value, origin }) => ({ value: withinSections(value, sections), origin })),
  };
}

const ownOf = ({ formulas, rates, rules, tables }: Product): Gathered => ({
  formulas: formulas.map((formula, index) => ({ formula, origin: ['formulas', index], sheet: null })),
  rates: rates.map((rate, index) => ({ rate, origin: ['rates', index], sheet: null })),
  rules: rules.map((value, index) => ({ value, origin: ['rules', index] })),
  tables: tables.map((value, index) => ({ value, origin: ['tables', index] })),
  faults: [],
});

/** The choices of the product and of its sheets, in the order of the page; all else of the sheets is gathered. */
function amongOwn(
  own: readonly Placed[],
  placements: readonly Placement[],
  sheets: CatalogSurroundings['sheets'],
  gathered: Gathered,
): Placed[] {
  const known = new Set(own.map(({ choice }) => choice.key));
  const groups = new Map<string | null, Placed[]>();
  for (const placement of placements) {
    const sheet = sheets.get(placement.key);
    if (!sheet) {
      gathered.faults.push({ path: ['sheets', placement.key], data: { code: 'sheetUnknown', key: placement.key } });
      continue;
    }
    gatherFrom(sheet, gathered);
    // What followed a choice that is gone goes to the end.
    const after =
      placement.after === '' || (placement.after !== null && known.has(placement.after)) ? placement.after : null;
    groups.set(after, [...(groups.get(after) ?? []), ...placeSheet(sheet, placement, gathered.faults)]);
  }
  const following = (key: string | null) => groups.get(key) ?? [];
  return [...following(''), ...own.flatMap((entry) => [entry, ...following(entry.choice.key)]), ...following(null)];
}

/**
 * Adds what a sheet says beside its choices. What serves one of these serves it under the name that it has on the
 * product; in the text of a formula it is called as ever.
 */
function gatherFrom(sheet: Sheet, { formulas, rules, tables, rates }: Gathered): void {
  const name = (key: string) => (sheet.choices.some((choice) => choice.key === key) ? placedKey(sheet.key, key) : key);
  const figure = (key: string) =>
    sheet.formulas.some((formula) => formula.key === key) ? placedKey(sheet.key, key) : key;
  const origin = (list: string, index: number): Path => ['sheets', sheet.key, list, index];
  sheet.formulas.forEach((formula, index) =>
    formulas.push({
      formula: renamedFormula(formula, name),
      origin: origin('formulas', index),
      sheet: sheet.key,
    }),
  );
  sheet.rules.forEach((rule, index) =>
    rules.push({ value: renamedRule(rule, name, figure), origin: origin('rules', index) }),
  );
  sheet.tables.forEach((table, index) =>
    tables.push({ value: { ...table, choices: table.choices.map(name) }, origin: origin('tables', index) }),
  );
  sheet.rates.forEach((rate, index) => rates.push({ rate, origin: origin('rates', index), sheet: sheet.key }));
}

function placeSheet(sheet: Sheet, placement: Placement, faults: { path: Path; data: FaultData }[]): Placed[] {
  const keys = new Set(sheet.choices.map(({ key }) => key));
  for (const [key, override] of Object.entries(placement.overrides)) {
    const choice = sheet.choices.find((candidate) => candidate.key === key);
    const lost = choice
      ? Object.keys(override.options).filter(
          (option) => !hasOptions(choice) || !choice.options.some((other) => other.key === option),
        )
      : [key];
    for (const what of lost)
      faults.push({
        path: ['sheets', sheet.key],
        data: { code: 'overrideLost', sheet: sheet.title, what: `“${what}”` },
      });
  }
  return sheet.choices.flatMap((choice, index) => {
    const override = placement.overrides[choice.key];
    if (override?.leftOut === true) return [];
    const renamed = {
      ...renamedChoice(choice, (key) => (keys.has(key) ? placedKey(sheet.key, key) : key)),
      key: placedKey(sheet.key, choice.key),
    };
    return {
      choice: override ? overridden(renamed, override) : renamed,
      origin: ['sheets', sheet.key, 'choices', index],
    };
  });
}

/** A choice of a sheet with what one product says otherwise. */
function overridden(choice: Choice, override: Override): Choice {
  const result = structuredClone(choice);
  if (override.required !== null && result.kind !== 'agreement' && 'required' in result)
    Object.assign(result, { required: override.required });
  if (override.default !== null && 'default' in result) Object.assign(result, { default: override.default.value });
  if (override.amount !== null && 'amount' in result) result.amount = override.amount.value;
  if (hasOptions(result)) {
    result.options = result.options.flatMap((option) => {
      const own = override.options[option.key];
      if (own?.leftOut === true) return [];
      return own?.amount ? { ...option, amount: own.amount.value } : option;
    });
    // A default that has been left out is no default.
    const kept = new Set(result.options.map(({ key }) => key));
    if (result.kind === 'several' || result.kind === 'slot')
      result.default = result.default.filter((key) => kept.has(key));
    else if (result.default !== null && !kept.has(result.default)) result.default = null;
  }
  return result;
}

function withSwatches(
  choice: Choice,
  origin: Path,
  swatches: CatalogSurroundings['swatches'],
  faults: { path: Path; data: FaultData }[],
): Choice {
  if (!hasOptions(choice) || choice.options.every(({ swatch }) => swatch === null)) return choice;
  const options = choice.options.map((option, index) => {
    if (option.swatch === null) return option;
    const swatch = swatches.get(option.swatch);
    if (!swatch) {
      faults.push({
        path: [...origin, 'options', index, 'swatch'],
        data: { code: 'unknownReference', what: 'swatch', given: option.swatch },
      });
      return option;
    }
    return { ...option, colours: swatch.colours, texture: swatch.picture };
  });
  return { ...choice, options };
}

/** The place in the definition as it is edited, of a place in the assembled product. */
export function placeInDefinition({ origins, views }: Pick<Assembled, 'origins' | 'views'>, path: Path): Path {
  const [field, index, ...rest] = path;
  if (typeof index !== 'number') return path;
  if (field === 'views') return views?.[index] ? placeInView(views[index], rest) : path;
  const origin = field === 'choices' ? origins[index] : undefined;
  return origin ? [...origin, ...rest] : path;
}

function placeInView({ origin, layers }: PlacedView, path: Path): Path {
  const [field, place, ...rest] = path;
  const layer = field === 'layers' && typeof place === 'number' ? layers[place] : undefined;
  return layer ? [...layer, ...rest] : [...origin, ...path];
}
