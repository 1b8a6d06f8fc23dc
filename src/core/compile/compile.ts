import { SOME_DAY } from '../calendar';
import {
  type AnswerContext,
  type CatalogSurroundings,
  type Choice,
  type Effect,
  hasOptions,
  isNote,
  isStocked,
  kindOf,
  NOBODY,
  type PricesInForce,
  type Product,
  type Report,
  SKU_PATTERN,
} from '../catalog';
import { dimOf, dimWords, sameDim } from '../formula';
import { minorUnits } from '../money';
import { Exact } from '../number';
import { orderableRange } from '../ordering';
import { type Amount, broken, countedChoice, kindOfAmount } from '../pricing';
import { type Fault, faultAt, type FaultData, type Path, type Problem, type Wanted } from '../problems';
import { conversionFactor, requireUnit, type Unit, unitByCode } from '../quantity';
import { hidesSigns, isBlank } from '../text';
import { type Listed, type ListedBase, withListPrices } from '../price-lists';
import { assemble, type Assembled, placeInDefinition } from './assemble';
import { compileBounding } from './bounds';
import { compileBreaks } from './breaks';
import { compileCharge } from './charging';
import { baseLabel, listedBasis, madeLess } from './listed';
import { compileFits } from './fits';
import { compileProperties } from './properties';
import { compileDraw } from './draws';
import { checkNames } from './formula-names';
import { compileFormulas, type FormulaProgram } from './formulas';
import { compileKit, type KitProgram } from './kit';
import { ALL_OFFERED, shownChoice } from './offers';
import { compileAddOns } from './add-ons';
import { priceSources, priceSteps } from './price-steps';
import { answeringOrder, checkHiding, compileProductRules } from './product-rules';
import {
  type BaseProgram,
  type BrokenAmount,
  type CapacityProgram,
  type ChoiceProgram,
  type EffectProgram,
  NOTHING_FIXED,
  type OptionProgram,
  type Program,
  variantKey,
  type VariantProgram,
} from './program';
import { compileQuantities } from './quantities';
import { checkedUnit, findTarget, readDecimal, type Scope } from './scope';
import { compileVariants, LEFT_OUT } from './variants';
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
  const faults: Fault[] = [];
  const add = (path: Path, data: FaultData): void => {
    faults.push(faultAt(path, data));
  };
  const { shop } = surroundings;
  const places = minorUnits(shop.currency);
  const { assembled, listed } = inForce(assemble(definition, surroundings), surroundings.prices, places ?? 2);
  const { product } = assembled;
  for (const { path, data } of assembled.faults) add(path, data);
  const placeOf = (path: Path): Path => placeInDefinition(assembled, path);
  const report = (path: Path, data: FaultData): void => add(placeOf(path), data);
  const scope: Scope = {
    product,
    surroundings,
    weightUnit: unitByCode(product.weight?.unit ?? (isPutTogether(product) ? 'kg' : 'g')) ?? requireUnit('g'),
    way: [...way, product.slug],
    report,
  };

  if (places === null) report(['shop', 'currency'], { code: 'unknownCurrency', given: shop.currency });

  const seen = new Set<string>();
  product.choices.forEach((choice, index) => {
    if (seen.has(choice.key))
      report(['choices', index, 'key'], { code: 'duplicateKey', key: choice.key, what: 'choice' });
    seen.add(choice.key);
  });

  for (const { src, path } of picturesShown(product))
    if (!isOwnPicture(src)) report(path, { code: 'pictureElsewhere', given: src.slice(0, 80) });
  for (const { title, path } of titlesOf(product)) if (hidesSigns(title)) report(path, { code: 'hidesSigns' });

  const soldByUnit = product.soldBy.kind === 'each' ? null : (unitByCode(product.soldBy.unit) ?? null);
  const choices = product.choices.map((choice, index) => compileChoice(choice, index, scope, soldByUnit));
  const within = (part: Product): Program => {
    const known = made.get(part.slug);
    if (known) return known;
    const program = compileWithin(part, surroundings, scope.way, made);
    made.set(part.slug, program);
    return program;
  };
  const { addOns, gone } = compileAddOns(product.choices, scope, within);
  const kit = compileKit(scope, listed.base?.isNamed === true, within);
  const formulas = compileFormulas(assembled, scope, kit, (path, data) => add(placeOf(path), data));
  checkNames(assembled, surroundings.shop.currency, (path, data) => add(placeOf(path), data));
  const bounding = compileBounding(formulas, scope, (path, data) => add(placeOf(path), data));
  const base = compileBase(scope, formulas, listed.base);
  const addPlaced = (path: Path, data: FaultData) => add(placeOf(path), data);
  const rules = compileProductRules(assembled, scope, formulas, addPlaced, (amount, label, path) =>
    compileAmount(amount, label, { key: '' }, path, { ...scope, report: addPlaced }),
  );
  const baseFormula = formulas.findIndex(({ serves }) => serves.kind === 'base');
  const measured =
    base.measured?.kind === 'choice' ? [base.measured.index] : (formulas[base.measured?.index ?? -1]?.uses ?? []);
  // A stocked choice may be hidden: it is left out then, which is a combination that is made or isn't.
  const indispensable = new Set([...measured, ...(formulas[baseFormula]?.uses ?? [])]);
  checkHiding(rules, indispensable, scope, addPlaced);
  const stocked = choices.flatMap((choice, index) => (choice.stocked ? [index] : []));
  const variants = compileVariants(scope, choices, stocked, listed.variants);
  checkWorkshopChoices(scope, rules, bounding);
  checkFloor(product, report);
  if (product.taxClass !== null && shop.tax && !shop.tax.classes.some(({ key }) => key === product.taxClass))
    report(['taxClass'], { code: 'unknownReference', what: 'tax class', given: product.taxClass });
  checkContents(product, report);
  const quantities = compileQuantities(scope, (place) => variantAt(product, stocked, variants, place));
  const byKey = choices
    .map((_, index) => index)
    .filter((index) => choices[index]?.forWorkshop === false)
    .sort((a, b) => ((choices[a]?.key ?? '') < (choices[b]?.key ?? '') ? -1 : 1));

  // Nobody need take along what may be left out: that it is not there keeps the product from being published, not from
  // being sold.
  const declinable = new Set(
    gone.flatMap((index) => (product.choices[index]?.required ? [] : [placeOf(['choices', index]).join(' ')])),
  );
  for (const path of dispensable(product, kit)) declinable.add(placeOf(path).join(' '));
  const isDeclinable = ({ code, path }: Fault) =>
    ((code === 'addOnUnknown' || PART_FAULTS.has(code)) && declinable.has(path.slice(0, -1).join(' '))) ||
    (PART_FAULTS.has(code) && kit !== null && canDoWithout(kit, product, path));

  const { formulas: writtenFormulas, rates, rules: writtenRules } = assembled;
  return {
    product,
    written: { formulas: writtenFormulas, rates, rules: writtenRules },
    placeOf,
    slug: product.slug,
    title: product.title,
    sku: product.sku,
    currency: shop.currency,
    rounding: shop.rounding,
    places: places ?? 2,
    pricedFor: surroundings.prices?.groups ?? null,
    skuSeparator: shop.skuSeparator,
    choices,
    indexOf: new Map(choices.flatMap(({ key, asks }, index) => (asks ? [[key, index]] : []))),
    skuChoices: choices.flatMap(({ effects }, index) =>
      effects.some(({ sku }) => sku !== null) || addOns.some(({ choice }) => choice === index) ? [index] : [],
    ),
    keyOrder: byKey,
    base,
    addOns,
    gone,
    kit,
    properties: compileProperties(product, formulas, addPlaced),
    fits: compileFits(product.fits, kit, addPlaced),
    capacity: compileCapacity(scope),
    fixed: NOTHING_FIXED,
    priceSources: priceSources(baseFormula === -1 ? null : baseFormula),
    breaks: [
      ...(base.breaks ? [base.breaks] : []),
      ...[...variants.values()].flatMap((variant) => variant.breaks ?? []),
      ...choices.flatMap(({ effects }) => effects.flatMap((effect) => effect.breaks?.table ?? [])),
    ],
    priceSteps: priceSteps(choices, addOns, formulas, rules),
    formulas,
    bounding,
    rules,
    order: answeringOrder(rules, bounding, formulas, scope, addPlaced),
    baseFormula: baseFormula === -1 ? null : baseFormula,
    quantities,
    defaultQuantity: orderableRange(quantities.usual.orderable)?.least ?? quantities.usual.orderable.minimum,
    draws: product.draws.flatMap((draw, index) => compileDraw(draw, ['draws', index], scope) ?? []),
    weight: product.weight && compileWeight(product.weight, ['weight'], scope, { figure: 'weight' }),
    weightUnit: scope.weightUnit,
    stocked,
    variants,
    remembersPrices:
      base.wasPrice !== null ||
      [...variants.values()].some(({ wasPrice }) => wasPrice !== null) ||
      choices.some(({ effects }) => effects.some(({ wasAmount }) => wasAmount !== null)),
    picturesVary:
      [...variants.values()].some(({ picture }) => picture !== null) ||
      choices.some(({ options }) => options.some(({ picture }) => picture !== null)),
    faults,
    blocking: faults.filter((fault) => fault.gravity === 'mustFix' && !isDeclinable(fault)),
  };
}

function compileCapacity({ product, report }: Scope): CapacityProgram | null {
  if (!product.capacity) return null;
  const { pieces, per, by } = product.capacity;
  const index = by === null ? -1 : product.choices.findIndex((choice) => choice.key === by && choice.kind === 'date');
  if (by !== null && index < 0) report(['capacity', 'by'], { code: 'unknownReference', what: 'choice', given: by });
  return { pieces, per, by: index < 0 ? null : index };
}

/** How much is in one must be something that can be compared. */
function checkContents({ contents }: Product, report: Report): void {
  if (!contents) return;
  const value = readDecimal(contents.value, ['contents', 'value'], report);
  if (!unitByCode(contents.unit)) report(['contents', 'unit'], { code: 'unknownUnit', given: contents.unit });
  else if (value && value.sign() <= 0)
    report(['contents', 'value'], { code: 'notMoreThanNothing', figure: 'contents' });
}

function checkFloor({ marginFloor }: Product, report: Report): void {
  const floor = marginFloor === null ? null : readDecimal(marginFloor, ['marginFloor'], report);
  if (floor && (floor.sign() < 0 || !floor.isLess(Exact.of(100)))) report(['marginFloor'], { code: 'floorNotPercent' });
}

/** What a variant is called inside and outside; undefined for a combination that is not made of its options. */
function variantAt(
  { choices, variants }: Product,
  stocked: readonly number[],
  made: ReadonlyMap<string, VariantProgram>,
  place: number,
) {
  const key = variantKey(stocked.map((index) => variants[place]?.options[choices[index]?.key ?? ''] ?? LEFT_OUT));
  const title = made.get(key)?.title;
  return title === undefined ? undefined : { key, title };
}

/** Whether it is made of other products. */
const isPutTogether = ({ parts, choices }: Product) => parts.length > 0 || choices.some(({ kind }) => kind === 'slot');

/**
 * Places of the candidates of slots that can be done without: of slots that may stay empty, or have another that can be
 * sold.
 */
function dispensable({ choices }: Product, kit: KitProgram | null): Path[] {
  return (kit?.slots ?? []).flatMap(({ choice, byOption }) => {
    const slot = choices[choice];
    if (
      slot?.kind !== 'slot' ||
      (slot.required && !byOption.some((candidate) => candidate && candidate.program.blocking.length === 0))
    )
      return [];
    return slot.options.map((_, place): Path => ['choices', choice, 'options', place]);
  });
}

/** What is wrong with one product that a part can be, and not with the whole. */
const PART_FAULTS: ReadonlySet<Fault['code']> = new Set(['partUnknown', 'partFaulty', 'partAnswerRefused']);

/** Whether a part can be left out, or be another product that can be sold. */
function canDoWithout({ components }: KitProgram, { parts }: Product, [, place]: Path): boolean {
  const component = typeof place === 'number' ? components[place] : undefined;
  if (!component) return false;
  return (
    (parts[Number(place)]?.optional ?? false) ||
    component.candidates.some(({ program }) => program.blocking.length === 0)
  );
}

// A default that depends on the day is checked as of this one: whether it can be read does not depend on it.
const ANY_DAY: AnswerContext = { today: SOME_DAY, files: () => undefined };

function compileChoice(choice: Choice, index: number, scope: Scope, soldByUnit: Unit | null): ChoiceProgram {
  const path: Path = ['choices', index];
  const { report, surroundings } = scope;
  const asks = !isNote(choice);
  if (isBlank(choice.title) && choice.kind !== 'paragraph' && choice.kind !== 'divider')
    report([...path, 'title'], { code: 'titleMissing', what: { kind: 'choice', position: index + 1 } });
  kindOf(choice).check(choice, path, report);
  checkGroups(choice.groups, [...path, 'groups'], scope);
  const reader = kindOf(choice).reader(choice, path);
  const effects = compileEffects(reader.effects, choice, scope, soldByUnit);
  const options = hasOptions(choice) ? choice.options : [];
  options.forEach((option, place) => checkGroups(option.groups, [...path, 'options', place, 'groups'], scope));
  const stocked = isStocked(choice);
  const optionPrograms = options.map(
    ({ key, title, groups, whenOut, leadDays, changesPicture, picture }): OptionProgram => {
      return {
        key,
        title,
        groups,
        whenOut,
        leadDays,
        picture: changesPicture ? picture : null,
        alone: [{ option: key, quantity: 1 }],
      };
    },
  );
  return {
    key: choice.key,
    title: choice.title,
    required: choice.required,
    stocked,
    reader,
    asks,
    groups: choice.groups,
    forWorkshop: choice.forWorkshop,
    defaultRefused: !defaultIsRight(choice, path, report) || isGone(choice, surroundings),
    effects,
    options: optionPrograms,
    offersVary:
      stocked || choice.kind === 'slot' || options.some(({ groups, draws }) => groups.length > 0 || draws.length > 0),
    allOffered: shownChoice({ key: choice.key, options: optionPrograms }, () => ALL_OFFERED),
  };
}

/** Whether a choice would take along what is not there: then it does not begin with it. */
const isGone = (choice: Choice, { products }: CatalogSurroundings) =>
  choice.kind === 'addOn' && choice.product !== '' && !products.has(choice.product);

function checkGroups(groups: readonly string[], path: Path, { surroundings, report }: Scope): void {
  for (const group of groups) {
    if (group !== NOBODY && !surroundings.shop.groups.some(({ key }) => key === group))
      report(path, { code: 'groupUnknown', key: group });
  }
}

/** A default that would be refused is a fault, and does not count. One that depends on the day is read on the day. */
function defaultIsRight(choice: Choice, path: Path, report: Report): boolean {
  const kind = kindOf(choice);
  const steady = kind.onAnyDay ? kind.onAnyDay(choice) : choice;
  const reader = steady && kind.reader(steady, path);
  const fallback = reader?.fallback(ANY_DAY) ?? null;
  if (!reader || fallback === null) return true;
  const problems: Problem[] = [];
  reader.read(fallback, problems, ANY_DAY);
  const [first] = problems;
  if (!first) return true;
  report([...path, 'default'], { code: 'defaultRefused', reason: first.data });
  return false;
}

/** The kinds of choice whose answers amounts can count or measure. */
const COUNTED = {
  characters: { kinds: ['text', 'longText'], wanted: 'text' },
  measure: { kinds: ['measure', 'number'], wanted: 'value' },
} as const satisfies Record<string, { kinds: readonly Choice['kind'][]; wanted: Wanted }>;

function compileEffects(
  effects: readonly Effect[],
  choice: Choice,
  scope: Scope,
  soldByUnit: Unit | null,
): EffectProgram[] {
  const partOwners = new Map<string, string>();
  return effects.map((effect, place) => {
    const { label, sku, path } = effect;
    if (sku !== null) {
      const skuPath = [...path, 'sku'];
      if (!SKU_PATTERN.test(sku)) scope.report(skuPath, { code: 'badSku', given: sku });
      const owner = partOwners.get(sku);
      if (owner !== undefined) scope.report(skuPath, { code: 'skuClash', sku, first: owner, second: label });
      partOwners.set(sku, owner ?? label);
    }
    const option = hasOptions(choice) ? choice.options[place] : undefined;
    const leadDays = option?.whenOut === 'orderable' ? option.leadDays : null;
    return {
      amount: effect.amount && compileAmount(effect.amount, label, choice, [...path, 'amount'], scope),
      wasAmount:
        effect.amount && effect.wasPrice !== null
          ? compileAmount({ ...effect.amount, value: effect.wasPrice }, label, choice, [...path, 'wasPrice'], scope)
          : null,
      breaks: compileBroken(effect, choice, scope, soldByUnit),
      sku,
      weight: effect.weight && compileWeight(effect.weight, [...path, 'weight'], scope),
      draws: effect.draws.flatMap((draw, index) => compileDraw(draw, [...path, 'draws', index], scope, leadDays) ?? []),
    };
  });
}

/** What an amount is from so many on; null where it stays, or where only an amount for each piece could change. */
function compileBroken(
  { amount, breaks, label, path }: Effect,
  choice: Choice,
  scope: Scope,
  soldByUnit: Unit | null,
): BrokenAmount | null {
  const table = compileBreaks(breaks, [...path, 'breaks'], scope, soldByUnit, false);
  const value = amount && Exact.parse(amount.value);
  const kind = amount && kindOfAmount(amount);
  if (table && !(kind?.operation === 'add' && kind.per === 'unit'))
    scope.report([...path, 'breaks'], { code: 'breaksWithoutAmount', title: label });
  if (!table || !amount || !value || kind?.operation !== 'add' || kind.per !== 'unit') return null;
  const amounts = table.steps.flatMap(
    (step) =>
      compileAmount(
        { ...amount, value: broken(table, step, value, Exact.one).toString() },
        label,
        choice,
        [...path, 'amount'],
        scope,
      ) ?? [],
  );
  return amounts.length === table.steps.length && amounts.length > 0 ? { table, amounts } : null;
}

function compileAmount(
  amount: Amount,
  label: string,
  choice: Pick<Choice, 'key'>,
  path: Path,
  scope: Scope,
): EffectProgram['amount'] {
  const value = readDecimal(amount.value, path.at(-1) === 'wasPrice' ? path : [...path, 'value'], scope.report);
  if (!value) return null;
  const kind = kindOfAmount(amount);
  if (kind.operation !== 'add' && value.isLess(Exact.of(-100)))
    scope.report([...path, 'value'], { code: 'percentBelowNothing' });
  const counted = kind.counts && COUNTED[kind.counts];
  const target =
    counted && findTarget(countedChoice(amount) ?? choice.key, counted.kinds, counted.wanted, [...path, 'of'], scope);
  if (counted && !target) return null;
  const unit = kind.unit(amount);
  const per = unit === null || !target ? null : checkedUnit(unit, target.unit, [...path, 'unit'], scope.report);
  return unit !== null && !per ? null : kind.program({ amount, value, label, source: choice.key, target, per });
}

/**
 * Everything of a product that is shown as a picture, with its place; the texture of a swatch is where the option
 * stands.
 */
function picturesShown({
  pictures,
  variants,
  choices,
  rules,
}: Product): { readonly src: string; readonly path: Path }[] {
  const found: { src: string; path: Path }[] = [];
  const note = (src: string | null | undefined, path: Path) => void (src && found.push({ src, path }));
  pictures.forEach(({ src }, index) => note(src, ['pictures', index, 'src']));
  variants.forEach(({ picture }, index) => note(picture, ['variants', index, 'picture']));
  choices.forEach((choice, index) => {
    if (choice.kind === 'paragraph') note(choice.picture, ['choices', index, 'picture']);
    if (!hasOptions(choice)) return;
    choice.options.forEach(({ picture, texture }, place) => {
      note(picture, ['choices', index, 'options', place, 'picture']);
      note(texture, ['choices', index, 'options', place, 'texture']);
    });
  });
  rules.forEach(({ then }, index) =>
    then.forEach(
      (effect, place) => effect.kind === 'picture' && note(effect.src, ['rules', index, 'then', place, 'src']),
    ),
  );
  return found;
}

/** Everything that is called something and that customers read. */
function titlesOf({ title, choices, parts }: Product): readonly { readonly title: string; readonly path: Path }[] {
  return [
    { title, path: ['title'] },
    ...choices.flatMap((choice, place) => [
      ...('title' in choice ? [{ title: choice.title, path: ['choices', place, 'title'] }] : []),
      ...(hasOptions(choice)
        ? choice.options.map((option, at) => ({
            title: option.title,
            path: ['choices', place, 'options', at, 'title'],
          }))
        : []),
    ]),
    ...parts.map((part, place) => ({ title: part.title, path: ['parts', place, 'title'] })),
  ];
}

/**
 * Whether a picture is the shop's own: an address of its own, or a path beside a catalog file. No other host is asked
 * for what customers see.
 */
const isOwnPicture = (src: string): boolean =>
  !/^[a-z][a-z0-9+.-]*:/i.test(src) && !/^[/\\]{2}/.test(src) && !src.includes('\\') && !/(^|\/)\.\.(\/|$)/.test(src);

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

function compileBase(scope: Scope, formulas: readonly FormulaProgram[], listed: ListedBase | null): BaseProgram {
  const { product, report } = scope;
  const price = product.price === null ? null : readDecimal(product.price, ['price'], report);
  const wasPrice = product.wasPrice === null ? null : readDecimal(product.wasPrice, ['wasPrice'], report);
  if (price && price.sign() < 0) report(['price'], { code: 'negative', figure: 'basePrice' });
  if (price && wasPrice && !wasPrice.isMore(price)) report(['wasPrice'], { code: 'wasPriceNotHigher' });

  const { soldBy } = product;
  const breaks = compileBreaks(
    product.breaks,
    ['breaks'],
    scope,
    soldBy.kind === 'each' ? null : (unitByCode(soldBy.unit) ?? null),
    true,
  );
  if (soldBy.kind === 'each') {
    const line =
      price &&
      ({
        label: baseLabel(listed),
        kind: 'base',
        of: listedBasis(listed, price),
        amount: price,
        per: 'unit',
        source: 'product',
      } as const);
    return { price, listed, wasPrice, breaks, unit: null, measured: null, charging: null, line };
  }
  const unit = unitByCode(soldBy.unit) ?? null;
  const charging = compileCharge(soldBy.charge, ['soldBy', 'charge'], scope);
  return {
    price,
    listed,
    wasPrice,
    breaks,
    unit,
    measured: soldBy.kind === 'measure' ? measuredByChoice(soldBy, scope) : measuredByFormula(soldBy, formulas, scope),
    charging,
    line: null,
  };
}

type SoldByMeasure = Extract<Product['soldBy'], { kind: 'measure' }>;
type SoldByFormula = Extract<Product['soldBy'], { kind: 'formula' }>;

function measuredByChoice({ measure, unit }: SoldByMeasure, scope: Scope): BaseProgram['measured'] {
  const target = findTarget(measure, ['measure'], 'measure', ['soldBy', 'measure'], scope);
  const per = target && checkedUnit(unit, target.unit, ['soldBy', 'unit'], scope.report);
  const choice = scope.product.choices[target?.index ?? -1];
  if (choice && !choice.required)
    scope.report(['choices', target?.index ?? 0, 'required'], { code: 'measureNotRequired', title: choice.title });
  return target?.unit && per
    ? { kind: 'choice', index: target.index, factor: target.unit === per ? null : conversionFactor(target.unit, per) }
    : null;
}

function measuredByFormula(
  { formula, unit }: SoldByFormula,
  formulas: readonly FormulaProgram[],
  scope: Scope,
): BaseProgram['measured'] {
  const index = formulas.findIndex((candidate) => candidate.key === formula && candidate.sheet === null);
  const per = unitByCode(unit);
  const found = formulas[index];
  if (!found) scope.report(['soldBy', 'formula'], { code: 'unknownReference', what: 'formula', given: formula });
  if (!per) scope.report(['soldBy', 'unit'], { code: 'unknownUnit', given: unit });
  if (!found || !per) return null;
  const dim = found.compiled.result;
  if (dim && !sameDim(dim, dimOf(per)))
    scope.report(['soldBy', 'unit'], { code: 'unitMismatch', unit: dimWords(dim), wanted: per.words[1] });
  for (const choice of found.uses) {
    const used = scope.product.choices[choice];
    if (used && !used.required)
      scope.report(['choices', choice, 'required'], { code: 'measureNotRequired', title: used.title });
  }
  return { kind: 'formula', index, factor: Exact.one.over(per.factor) };
}
