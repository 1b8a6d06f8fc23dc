import { type CatalogSurroundings, type PricesInForce, type Product } from '../catalog';
import { minorUnits } from '../money';
import { orderableRange } from '../ordering';
import { type Listed, withListPrices } from '../price-lists';
import { type Fault, faultAt, type FaultData, type Path } from '../problems';
import { requireUnit, unitByCode } from '../quantity';
import { compileAddOns } from './add-ons';
import { assemble, type Assembled, placeInDefinition } from './assemble';
import { compileBase } from './base';
import { blockingOf } from './blocking';
import { compileBounding } from './bounds';
import { compileChoice } from './choices';
import { baseFormulaOf, programOf, stockedOf } from './derived';
import { compileDraw } from './draws';
import { compileAmount } from './effects';
import { compileFits } from './fits';
import { checkNames } from './formula-names';
import { compileFormulas, type FormulaProgram } from './formulas';
import { compileKit } from './kit';
import { checkContents, checkFloor, compileCapacity } from './limits';
import { madeLess } from './listed';
import { answeringOrder, checkHiding, compileProductRules, type ProductRules } from './product-rules';
import {
  type BaseProgram,
  type ChoiceProgram,
  NOTHING_FIXED,
  type Program,
  variantKey,
  type VariantProgram,
} from './program';
import { compileProperties } from './properties';
import { compileQuantities } from './quantities';
import { checkKeys, type Scope } from './scope';
import { checkShown } from './shown';
import { compileVariants, LEFT_OUT } from './variants';
import { compileViews } from './views';
import { compileWeight } from './weight';
import { checkWorkshopChoices } from './workshop';

/**
 * Checks a product's definition and makes it ready to run: references, units, limits, defaults and SKU parts.
 *
 * A program comes out even of a faulty definition, so that whoever edits it sees as much as can be computed; what
 * is faulty is left out of it, and every selection of it is refused until the faults are mended.
 *
 * @param surroundings the shop's settings, and the stock items, sheets, swatches and products it refers to
 */
export function compile(product: Product, surroundings: CatalogSurroundings): Program {
  return compileWithin(product, surroundings, [], new Map());
}

/**
 * @param way slugs of the products that this one is a part of, or that take it along, outermost first
 * @param made programs of parts by their slug: what stands in many places is compiled once
 */
function compileWithin(
  definition: Product,
  surroundings: CatalogSurroundings,
  way: readonly string[],
  made: Map<string, Program>,
): Program {
  const job = begun(definition, surroundings, way);
  const { scope, assembled, listed, faults } = job;
  const { product, report } = scope;
  checkDefinition(scope);
  const soldByUnit = product.soldBy.kind === 'each' ? null : (unitByCode(product.soldBy.unit) ?? null);
  const choices = product.choices.map((choice, index) => compileChoice(choice, index, scope, soldByUnit));
  const within = (part: Product): Program => {
    const program = made.get(part.slug) ?? compileWithin(part, surroundings, scope.way, made);
    made.set(part.slug, program);
    return program;
  };
  const { addOns, gone } = compileAddOns(product.choices, scope, within);
  const kit = compileKit(scope, listed.base?.isNamed === true, within);
  const formulas = compileFormulas(assembled, scope, kit);
  checkNames(assembled, surroundings.shop.currency, report);
  const bounding = compileBounding(formulas, scope);
  const base = compileBase(scope, formulas, listed.base);
  const rules = rulesOf(job, formulas);
  checkHiding(rules, indispensable(base, formulas), scope);
  const variants = compileVariants(scope, choices, listed.variants);
  checkWorkshopChoices(scope, rules, bounding);
  checkTerms(scope);
  const quantities = compileQuantities(scope, (place) => variantAt(product, choices, variants, place));
  return programOf({
    ...aboutShop(scope),
    product,
    written: { formulas: assembled.formulas, rates: assembled.rates, rules: assembled.rules },
    placeOf: job.placeOf,
    ...called(product),
    choices,
    base,
    addOns,
    gone,
    kit,
    properties: compileProperties(product, formulas, report),
    fits: compileFits(product.fits, kit, report),
    capacity: compileCapacity(scope),
    fixed: NOTHING_FIXED,
    formulas,
    bounding,
    rules,
    order: answeringOrder(rules, bounding, formulas, scope),
    quantities,
    defaultQuantity: orderableRange(quantities.usual.orderable)?.least ?? quantities.usual.orderable.minimum,
    views: compileViews(scope, formulas, kit),
    draws: product.draws.flatMap((draw, index) => compileDraw(draw, ['draws', index], scope) ?? []),
    weight: product.weight && compileWeight(product.weight, ['weight'], scope, { figure: 'weight' }),
    weightUnit: scope.weightUnit,
    variants,
    faults,
    blocking: blockingOf(faults, product, kit, gone, job.placeOf),
  });
}

/** A product while it is compiled. */
interface Job {
  readonly scope: Scope;
  readonly assembled: Assembled;
  readonly listed: Listed;
  /** what has been found so far; taken as it is at the end */
  readonly faults: Fault[];
  /** the place in the definition of a place in the product as it is put together */
  readonly placeOf: (path: Path) => Path;
}

/** Puts a product together with its sheets, swatches and lists, and begins to note what is wrong with it. */
function begun(definition: Product, surroundings: CatalogSurroundings, way: readonly string[]): Job {
  const faults: Fault[] = [];
  const add = (path: Path, data: FaultData): void => {
    faults.push(faultAt(path, data));
  };
  const places = minorUnits(surroundings.shop.currency);
  const { assembled, listed } = inForce(assemble(definition, surroundings), surroundings.prices, places ?? 2);
  const { product } = assembled;
  for (const { path, data } of assembled.faults) add(path, data);
  const placeOf = (path: Path): Path => placeInDefinition(assembled, path);
  const scope: Scope = {
    product,
    surroundings,
    weightUnit: unitByCode(product.weight?.unit ?? (isPutTogether(product) ? 'kg' : 'g')) ?? requireUnit('g'),
    way: [...way, product.slug],
    report: (path, data) => add(placeOf(path), data),
  };
  return { scope, assembled, listed, faults, placeOf };
}

/** What is wrong with a definition whatever else is made of it. */
function checkDefinition({ product, surroundings: { shop }, report }: Scope): void {
  if (minorUnits(shop.currency) === null)
    report(['shop', 'currency'], { code: 'unknownCurrency', given: shop.currency });
  checkKeys(product.choices, ['choices'], 'choice', report);
  checkShown(product, report);
}

/** What is wrong with the terms on which it is sold. */
function checkTerms({ product, surroundings: { shop }, report }: Scope): void {
  checkFloor(product, report);
  if (product.taxClass !== null && shop.tax && !shop.tax.classes.some(({ key }) => key === product.taxClass))
    report(['taxClass'], { code: 'unknownReference', what: 'tax class', given: product.taxClass });
  checkContents(product, report);
}

/** What a product is called. */
const called = ({ slug, title, sku }: Product) => ({ slug, title, sku });

/** What of the shop a product is resolved with. */
function aboutShop({ surroundings: { shop, prices } }: Scope) {
  return {
    currency: shop.currency,
    rounding: shop.rounding,
    places: minorUnits(shop.currency) ?? 2,
    pricedFor: prices?.groups ?? null,
    skuSeparator: shop.skuSeparator,
  };
}

function rulesOf({ assembled, scope }: Job, formulas: readonly FormulaProgram[]): ProductRules | null {
  return compileProductRules(assembled, scope, formulas, (amount, label, path) =>
    compileAmount(amount, label, { key: '' }, path, scope),
  );
}

/**
 * Positions of the choices without whose answers nothing has a price. A stocked choice may be hidden: it is left out
 * then, which is a combination that is made or isn't.
 */
function indispensable({ measured }: BaseProgram, formulas: readonly FormulaProgram[]): ReadonlySet<number> {
  const ofMeasure = measured?.kind === 'choice' ? [measured.index] : (formulas[measured?.index ?? -1]?.uses ?? []);
  return new Set([...ofMeasure, ...(formulas[baseFormulaOf({ formulas }) ?? -1]?.uses ?? [])]);
}

/** What a variant is called inside and outside; undefined for a combination that is not made of its options. */
function variantAt(
  { choices, variants }: Product,
  compiled: readonly ChoiceProgram[],
  made: ReadonlyMap<string, VariantProgram>,
  place: number,
) {
  const optionAt = (index: number) => variants[place]?.options[choices[index]?.key ?? ''] ?? LEFT_OUT;
  const key = variantKey(stockedOf(compiled).map(optionAt));
  const title = made.get(key)?.title;
  return title === undefined ? undefined : { key, title };
}

/** Whether it is made of other products. */
const isPutTogether = ({ parts, choices }: Product) => parts.length > 0 || choices.some(({ kind }) => kind === 'slot');

/** A product with the prices of lists in force; a price that a formula gives is made less by a line of its own. */
function inForce(
  assembled: Assembled,
  prices: PricesInForce | undefined,
  places: number,
): { assembled: Assembled; listed: Listed } {
  const listed = withListPrices(assembled.product, prices, places);
  const { product, formulaKept } = listed;
  if (product === assembled.product) return { assembled, listed };
  const formulas =
    formulaKept === null
      ? assembled.formulas
      : assembled.formulas.map((placed) =>
          placed.formula.serves.kind === 'base'
            ? { ...placed, formula: { ...placed.formula, text: madeLess(placed.formula.text, formulaKept) } }
            : placed,
        );
  return { assembled: { ...assembled, product, formulas }, listed };
}
