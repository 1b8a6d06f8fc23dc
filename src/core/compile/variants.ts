import { gtinFault, hasOptions, SKU_PATTERN } from '../catalog';
import { Exact } from '../number';
import { type ListedBase } from '../price-lists';
import { unitByCode } from '../quantity';
import { compileBreaks } from './breaks';
import { compileDraw } from './draws';
import { type ChoiceProgram, variantKey, type VariantProgram } from './program';
import { readDecimal, type Scope } from './scope';
import { compileWeight } from './weight';

/**
 * Makes the combinations that are kept ready to be looked up by the options of the stocked choices.
 * Reports combinations that are incomplete, listed twice, without stock, or alike in SKU.
 */
export function compileVariants(
  scope: Scope,
  choices: readonly ChoiceProgram[],
  listed: readonly (ListedBase | null)[],
): ReadonlyMap<string, VariantProgram> {
  const { product, report, surroundings } = scope;
  const variants = new Map<string, VariantProgram>();
  const stocked = choices.flatMap((choice, index) => (choice.stocked ? [index] : []));
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
      if (given === undefined && (!choice.required || isHiddenBySome(product, choice.key))) {
        options.push(LEFT_OUT);
        titles.push(`Without ${choice.title}`);
        continue;
      }
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
    if (definition.sku !== null && !SKU_PATTERN.test(definition.sku))
      report([...path, 'sku'], { code: 'badSku', given: definition.sku });
    const owner = skuOwners.get(sku);
    if (owner !== undefined) report([...path, 'sku'], { code: 'skuClash', sku, first: owner, second: title });
    skuOwners.set(sku, owner ?? title);

    if (definition.gtin !== null) {
      const fault = gtinFault(definition.gtin);
      if (fault)
        report([...path, 'gtin'], {
          code: 'badGtin',
          given: definition.gtin,
          right: fault.kind === 'checkDigit' ? fault.right : null,
        });
      const first = gtinOwners.get(definition.gtin);
      if (first !== undefined)
        report([...path, 'gtin'], { code: 'gtinTwice', gtin: definition.gtin, first, second: title });
      gtinOwners.set(definition.gtin, first ?? title);
    }
    const money = (field: 'price' | 'wasPrice'): Exact | null => {
      const text = definition[field];
      const value = text === null ? null : readDecimal(text, [...path, field], report);
      if (value && value.sign() < 0)
        report([...path, field], {
          code: 'negative',
          figure: field === 'price' ? 'variantPrice' : 'variantWasPrice',
          of: title,
        });
      return value;
    };
    const price = money('price');
    const wasPrice = money('wasPrice');
    const current = price ?? (product.price === null ? null : Exact.parse(product.price));
    if (wasPrice && current && !wasPrice.isMore(current)) report([...path, 'wasPrice'], { code: 'wasPriceNotHigher' });
    const { soldBy } = product;
    const breaks = compileBreaks(
      definition.breaks,
      [...path, 'breaks'],
      scope,
      soldBy.kind === 'each' ? null : (unitByCode(soldBy.unit) ?? null),
      true,
    );
    const draw =
      definition.stock === null
        ? null
        : compileDraw({ kind: 'fixed', stock: definition.stock, quantity: '1', pieces: 1 }, path, scope, leadDays);
    const weight =
      definition.weight &&
      compileWeight(definition.weight, [...path, 'weight'], scope, { figure: 'variantWeight', of: title });
    variants.set(key, {
      options,
      title,
      sku,
      price,
      listed: listed[index] ?? null,
      wasPrice,
      breaks,
      weight,
      draw,
      picture: definition.picture,
      onSale: definition.onSale,
    });
  });
  stocked.forEach((position, place) => {
    const choice = product.choices[position];
    if (
      choice &&
      !choice.required &&
      variants.size > 0 &&
      ![...variants.values()].some(({ options, onSale }) => onSale && options[place] === LEFT_OUT)
    ) {
      report(['choices', position, 'required'], { code: 'leftOutNotMade', title: choice.title });
    }
  });
  return variants;
}

/**
 * Whether some rule shows or hides a choice, so that it can be left out though it must be answered where it is asked.
 */
function isHiddenBySome({ rules }: Scope['product'], choice: string): boolean {
  return rules.some(
    ({ on, then }) =>
      on &&
      then.some((effect) => (effect.kind === 'show' || effect.kind === 'hide') && effect.choices.includes(choice)),
  );
}

/** What stands in the place of an option where a stocked choice is left out. */
export const LEFT_OUT = '';
