import {
  type CatalogSurroundings,
  type Choice,
  checkChoice,
  choiceReader,
  type Effect,
  type Fault,
  type FaultData,
  gravityOf,
  hasOptions,
  type Path,
  type Product,
  type Report,
  SKU_PATTERN,
  type Weight,
} from '../catalog';
import { minorUnits } from '../money';
import { Exact } from '../number';
import { orderableRange } from '../ordering';
import { type Amount, amountProgram, measureCharge } from '../pricing';
import { type Problem } from '../problems';
import { conversionFactor, convert, requireUnit, unitByCode } from '../quantity';
import { faultWords } from '../words/faults';
import { compileDraw } from './draws';
import { shownChoice } from './offers';
import { type BaseProgram, type ChoiceProgram, type EffectProgram, type Program } from './program';
import { checkedUnit, findTarget, readDecimal, type Scope } from './references';
import { compileVariants } from './variants';

/**
 * Checks a product's definition and makes it ready to run: references, units, limits, defaults and SKU parts.
 *
 * A program comes out even of a faulty definition, so that whoever edits it sees as much as can be computed; what
 * is faulty is left out of it, and every selection of it is refused until the faults are mended.
 *
 * @param surroundings the shop's settings and the stock items that draws refer to
 */
export function compile(product: Product, surroundings: CatalogSurroundings): Program {
  const faults: Fault[] = [];
  const report = (path: Path, data: FaultData): void => {
    faults.push({ path, code: data.code, message: faultWords(data), gravity: gravityOf(data.code) });
  };
  const scope: Scope = { product, surroundings, weightUnit: unitByCode(product.weight?.unit ?? 'g') ?? requireUnit('g'), report };
  const { shop } = surroundings;

  const places = minorUnits(shop.currency);
  if (places === null) report(['shop', 'currency'], { code: 'unknownCurrency', given: shop.currency });

  const seen = new Set<string>();
  product.choices.forEach((choice, index) => {
    if (seen.has(choice.key)) report(['choices', index, 'key'], { code: 'duplicateKey', key: choice.key, what: 'choice' });
    seen.add(choice.key);
  });

  const choices = product.choices.map((choice, index) => compileChoice(choice, index, scope));
  const base = compileBase(scope);
  if (!orderableRange(product.quantity)) report(['quantity', 'maximum'], { code: 'quantityImpossible' });
  const stocked = choices.flatMap((choice, index) => (choice.stocked ? [index] : []));
  const variants = compileVariants(scope, choices, stocked);
  const byKey = choices.map((_, index) => index).sort((a, b) => ((choices[a]?.key ?? '') < (choices[b]?.key ?? '') ? -1 : 1));

  return {
    slug: product.slug,
    title: product.title,
    sku: product.sku,
    currency: shop.currency,
    rounding: shop.rounding,
    places: places ?? 2,
    skuSeparator: shop.skuSeparator,
    choices,
    indexOf: new Map(choices.map(({ key }, index) => [key, index])),
    keyOrder: byKey,
    base,
    quantity: product.quantity,
    defaultQuantity: orderableRange(product.quantity)?.least ?? product.quantity.minimum,
    draws: product.draws.flatMap((draw, index) => compileDraw(draw, ['draws', index], scope) ?? []),
    weight: product.weight && compileWeight(product.weight, ['weight'], scope),
    weightUnit: scope.weightUnit,
    stocked,
    variants,
    faults,
    blocking: faults.filter(({ gravity }) => gravity === 'mustFix'),
  };
}

function compileChoice(choice: Choice, index: number, scope: Scope): ChoiceProgram {
  const path: Path = ['choices', index];
  const { report } = scope;
  if (choice.title.trim() === '') report([...path, 'title'], { code: 'titleMissing', what: `choice ${index + 1}` });
  checkChoice(choice, path, report);
  const reader = choiceReader(choice, path);
  const effects = compileEffects(reader.effects, choice, scope);
  const optionKeys = hasOptions(choice) ? choice.options.map(({ key }) => key) : [];
  const stocked = hasOptions(choice) && choice.stocked;
  return {
    key: choice.key,
    title: choice.title,
    required: choice.required,
    stocked,
    reader,
    fallback: checkedFallback(reader.fallback, reader.read.bind(reader), path, report),
    effects,
    optionKeys,
    offersVary: stocked || (optionKeys.length > 0 && effects.some(({ draws }) => draws.length > 0)),
    allOffered: shownChoice({ key: choice.key, optionKeys }, () => null),
  };
}

/** A default that would be refused is a fault, and does not count. */
function checkedFallback(
  fallback: unknown,
  read: (raw: unknown, problems: Problem[]) => unknown,
  path: Path,
  report: Report,
): unknown {
  if (fallback === null) return null;
  const problems: Problem[] = [];
  read(fallback, problems);
  const [first] = problems;
  if (!first) return fallback;
  report([...path, 'default'], { code: 'defaultRefused', reason: first.message });
  return null;
}

function compileEffects(effects: readonly Effect[], choice: Choice, scope: Scope): EffectProgram[] {
  const partOwners = new Map<string, string>();
  return effects.map((effect) => {
    const { label, sku, path } = effect;
    if (sku !== null) {
      const skuPath = [...path, 'sku'];
      if (!SKU_PATTERN.test(sku)) scope.report(skuPath, { code: 'badSku', given: sku });
      const owner = partOwners.get(sku);
      if (owner !== undefined) scope.report(skuPath, { code: 'skuClash', sku, first: owner, second: label });
      partOwners.set(sku, owner ?? label);
    }
    return {
      amount: effect.amount && compileAmount(effect.amount, label, choice, [...path, 'amount'], scope),
      sku,
      weight: effect.weight && compileWeight(effect.weight, [...path, 'weight'], scope),
      draws: effect.draws.flatMap((draw, index) => compileDraw(draw, [...path, 'draws', index], scope) ?? []),
    };
  });
}

function compileAmount(amount: Amount, label: string, choice: Choice, path: Path, scope: Scope): EffectProgram['amount'] {
  const value = readDecimal(amount.value, [...path, 'value'], scope.report);
  if (!value) return null;
  switch (amount.kind) {
    case 'fixed':
      return amountProgram(amount, value, label, choice.key, null, null);
    case 'percentOfBase':
      if (value.isLess(Exact.of(-100))) scope.report([...path, 'value'], { code: 'percentBelowNothing' });
      return amountProgram(amount, value, label, choice.key, null, null);
    case 'perCharacter': {
      const target = findTarget(amount.of ?? choice.key, ['text'], 'a line of text', [...path, 'of'], scope);
      return target && amountProgram(amount, value, label, choice.key, target, null);
    }
    case 'perUnit': {
      const target = findTarget(amount.of ?? choice.key, ['measure', 'number'], 'a measure or a number', [...path, 'of'], scope);
      const per = target && checkedUnit(amount.unit, target.unit, [...path, 'unit'], scope.report);
      return target && per && amountProgram(amount, value, label, choice.key, target, per);
    }
  }
}

function compileBase(scope: Scope): BaseProgram {
  const { product, report } = scope;
  const price = product.price === null ? null : readDecimal(product.price, ['price'], report);
  const compareAt = product.compareAt === null ? null : readDecimal(product.compareAt, ['compareAt'], report);
  if (price && price.sign() < 0) report(['price'], { code: 'negative', what: 'The base price' });
  if (price && compareAt && !compareAt.isMore(price)) report(['compareAt'], { code: 'compareAtNotHigher' });

  if (product.soldBy.kind === 'each') {
    const line = price && ({ label: 'Base price', kind: 'base', of: null, amount: price, per: 'unit', source: 'product' } as const);
    return { price, compareAt, charge: null, measure: null, line };
  }
  const { measure, unit } = product.soldBy;
  const target = findTarget(measure, ['measure'], 'a measure', ['soldBy', 'measure'], scope);
  const per = target && checkedUnit(unit, target.unit, ['soldBy', 'unit'], report);
  const choice = product.choices[target?.index ?? -1];
  if (choice && !choice.required) report(['choices', target?.index ?? 0, 'required'], { code: 'measureNotRequired', title: choice.title });
  if (!target?.unit || !per) return { price, compareAt, charge: () => null, measure: null, line: null };
  const charges = new Map<Exact, ReturnType<typeof measureCharge>>();
  return {
    price,
    compareAt,
    charge(rate, answers) {
      let charge = charges.get(rate);
      if (!charge) charges.set(rate, (charge = measureCharge(rate, target, per)));
      return charge(answers);
    },
    measure: { index: target.index, factor: conversionFactor(target.unit, per) },
    line: null,
  };
}

function compileWeight(weight: Weight, path: Path, { weightUnit, report }: Scope): Exact | null {
  const value = readDecimal(weight.value, [...path, 'value'], report);
  const unit = unitByCode(weight.unit);
  if (!unit) report([...path, 'unit'], { code: 'unknownUnit', given: weight.unit });
  if (!value || !unit) return null;
  const converted = convert({ value, unit }, weightUnit);
  if (!converted) report([...path, 'unit'], { code: 'unitMismatch', unit: unit.words[1], wanted: weightUnit.words[1] });
  return converted && converted.value;
}
