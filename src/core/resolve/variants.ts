import { type Answer, gtinFault, hasOptions, SKU_PATTERN } from '../catalog';
import { type Exact } from '../number';
import { problem, type Problem } from '../problems';
import { compileDraw } from './draws';
import { type ChoiceProgram, type Program, variantKey, type VariantProgram } from './program';
import { readDecimal, type Scope } from './references';
import { compileWeight } from './weight';

/**
 * Makes the combinations that are kept ready to be looked up by the options of the stocked choices.
 * Reports combinations that are incomplete, listed twice, without stock, or alike in SKU.
 */
export function compileVariants(
  scope: Scope,
  choices: readonly ChoiceProgram[],
  stocked: readonly number[],
): ReadonlyMap<string, VariantProgram> {
  const { product, report, surroundings } = scope;
  const variants = new Map<string, VariantProgram>();
  if (stocked.length === 0) {
    if (product.variants.length > 0) report(['variants'], { code: 'nothingStocked' });
    return variants;
  }
  if (product.variants.length === 0) report(['variants'], { code: 'noVariants' });

  const skuOwners = new Map<string, string>();
  const gtinOwners = new Map<string, string>();
  product.variants.forEach((definition, index) => {
    const path = ['variants', index];
    const options: string[] = [];
    const titles: string[] = [];
    const skuParts = [product.sku];
    let leadDays: number | null = null;
    for (const position of stocked) {
      const choice = product.choices[position];
      if (!choice || !hasOptions(choice)) continue;
      const given = definition.options[choice.key];
      const place = choice.options.findIndex(({ key }) => key === given);
      const option = choice.options[place];
      if (!option) {
        report(
          [...path, 'options', choice.key],
          given === undefined
            ? { code: 'variantIncomplete', missing: choice.title }
            : { code: 'unknownReference', what: 'option', given },
        );
        return;
      }
      options.push(option.key);
      if (option.whenOut === 'orderable') leadDays = Math.max(leadDays ?? 0, option.leadDays ?? 0);
      titles.push(option.title);
      const part = choices[position]?.effects[place]?.sku;
      if (part) skuParts.push(part);
    }
    const title = titles.join(' · ');
    const key = variantKey(options);
    if (variants.has(key)) {
      report(path, { code: 'variantTwice', combination: title });
      return;
    }
    const sku = definition.sku ?? skuParts.join(surroundings.shop.skuSeparator);
    if (definition.sku !== null && !SKU_PATTERN.test(definition.sku)) report([...path, 'sku'], { code: 'badSku', given: definition.sku });
    const owner = skuOwners.get(sku);
    if (owner !== undefined) report([...path, 'sku'], { code: 'skuClash', sku, first: owner, second: title });
    skuOwners.set(sku, owner ?? title);

    if (definition.gtin !== null) {
      const fault = gtinFault(definition.gtin);
      if (fault) report([...path, 'gtin'], { code: 'badGtin', given: definition.gtin, right: fault.kind === 'checkDigit' ? fault.right : null });
      const first = gtinOwners.get(definition.gtin);
      if (first !== undefined) report([...path, 'gtin'], { code: 'gtinTwice', gtin: definition.gtin, first, second: title });
      gtinOwners.set(definition.gtin, first ?? title);
    }
    const money = (field: 'price' | 'compareAt', what: string): Exact | null => {
      const text = definition[field];
      const value = text === null ? null : readDecimal(text, [...path, field], report);
      if (value && value.sign() < 0) report([...path, field], { code: 'negative', what });
      return value;
    };
    const price = money('price', `The price of ${title}`);
    const compareAt = money('compareAt', `The compare-at price of ${title}`);
    if (compareAt && price && !compareAt.isMore(price)) report([...path, 'compareAt'], { code: 'compareAtNotHigher' });
    const draw =
      definition.stock === null ? null : compileDraw({ kind: 'fixed', stock: definition.stock, quantity: '1', pieces: 1 }, path, scope, leadDays);
    const weight = definition.weight && compileWeight(definition.weight, [...path, 'weight'], scope);
    variants.set(key, { options, title, sku, price, compareAt, weight, draw, picture: definition.picture, onSale: definition.onSale });
  });
  return variants;
}

/** The variant that stocked options make; null while one is not answered, or where nothing is made of them. */
export function findVariant(program: Program, answers: readonly (Answer | null)[], problems: Problem[]): VariantProgram | null {
  if (program.stocked.length === 0) return null;
  const options: string[] = [];
  for (const index of program.stocked) {
    const option = answers[index]?.option;
    if (option === null || option === undefined) return null;
    options.push(option);
  }
  const variant = program.variants.get(variantKey(options));
  if (variant?.onSale) return variant;
  const combination = program.stocked.map((index) => answers[index]?.shown ?? '').join(' · ');
  if (variant) {
    problems.push(problem('item', { code: 'notOnSale', combination }));
    return variant;
  }
  problems.push(problem('item', { code: 'combinationNotMade', combination }));
  return null;
}
