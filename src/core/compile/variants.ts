import { gtinFault, hasOptions, SKU_PATTERN, type Variant } from '../catalog';
import { Exact } from '../number';
import { type ListedBase } from '../price-lists';
import { type Path } from '../problems';
import { unitByCode } from '../quantity';
import { compileBreaks } from './breaks';
import { stockedOf } from './derived';
import { compileDraw } from './draws';
import { type ChoiceProgram, type DrawProgram, variantKey, type VariantProgram } from './program';
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
  const { product, report } = scope;
  const variants = new Map<string, VariantProgram>();
  const stocked = stockedOf(choices);
  if (stocked.length === 0) {
    if (product.variants.length > 0) report(['variants'], { code: 'nothingStocked' });
    return variants;
  }
  if (product.variants.length === 0) report(['variants'], { code: 'noVariants' });
  const owners: Owners = { skus: new Map(), gtins: new Map() };
  product.variants.forEach((definition, index) => {
    const path = ['variants', index];
    const combination = combinationOf(definition, path, stocked, choices, scope);
    if (!combination) return;
    const { options, title } = combination;
    const key = variantKey(options);
    if (variants.has(key)) return report(path, { code: 'variantTwice', combination: title });
    variants.set(key, {
      ...pricesOf(definition, title, path, scope),
      options,
      title,
      sku: skuOf(definition, combination, path, owners, scope),
      listed: listed[index] ?? null,
      weight:
        definition.weight &&
        compileWeight(definition.weight, [...path, 'weight'], scope, { figure: 'variantWeight', of: title }),
      draw: variantDraw(definition, combination.leadDays, path, scope),
      picture: definition.picture,
      onSale: definition.onSale,
    });
    checkGtin(definition, title, path, owners, scope);
  });
  const isMadeWithout = (place: number) =>
    [...variants.values()].some(({ options, onSale }) => onSale && options[place] === LEFT_OUT);
  stocked.forEach((position, place) => {
    const choice = product.choices[position];
    if (choice && !choice.required && variants.size > 0 && !isMadeWithout(place))
      report(['choices', position, 'required'], { code: 'leftOutNotMade', title: choice.title });
  });
  return variants;
}

/** Titles of the variants that have a SKU or a GTIN already. */
interface Owners {
  readonly skus: Map<string, string>;
  readonly gtins: Map<string, string>;
}

/** What a variant is of the stocked choices. */
interface Combination {
  readonly options: readonly string[];
  readonly title: string;
  /** parts of its SKU, the product's first */
  readonly skuParts: readonly string[];
  /** days it takes beyond stock, where an option of it says so */
  readonly leadDays: number | null;
}

/** @returns null for one that is incomplete, or has what is no option; which is reported */
function combinationOf(
  definition: Variant,
  path: Path,
  stocked: readonly number[],
  choices: readonly ChoiceProgram[],
  { product, report }: Scope,
): Combination | null {
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
      return null;
    }
    options.push(option.key);
    if (option.whenOut === 'orderable') leadDays = Math.max(leadDays ?? 0, option.leadDays ?? 0);
    titles.push(option.title);
    const part = choices[position]?.effects[place]?.sku;
    if (part) skuParts.push(part);
  }
  return { options, title: titles.join(' · '), skuParts, leadDays };
}

function skuOf(
  { sku: own }: Variant,
  { skuParts, title }: Combination,
  path: Path,
  { skus }: Owners,
  { report, surroundings }: Scope,
): string {
  const sku = own ?? skuParts.join(surroundings.shop.skuSeparator);
  if (own !== null && !SKU_PATTERN.test(own)) report([...path, 'sku'], { code: 'badSku', given: own });
  const owner = skus.get(sku);
  if (owner !== undefined) report([...path, 'sku'], { code: 'skuClash', sku, first: owner, second: title });
  skus.set(sku, owner ?? title);
  return sku;
}

function checkGtin({ gtin }: Variant, title: string, path: Path, { gtins }: Owners, { report }: Scope): void {
  if (gtin === null) return;
  const fault = gtinFault(gtin);
  if (fault)
    report([...path, 'gtin'], {
      code: 'badGtin',
      given: gtin,
      right: fault.kind === 'checkDigit' ? fault.right : null,
    });
  const first = gtins.get(gtin);
  if (first !== undefined) report([...path, 'gtin'], { code: 'gtinTwice', gtin, first, second: title });
  gtins.set(gtin, first ?? title);
}

function pricesOf(
  definition: Variant,
  title: string,
  path: Path,
  scope: Scope,
): Pick<VariantProgram, 'price' | 'wasPrice' | 'breaks'> {
  const { product, report } = scope;
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
  const [price, wasPrice] = [money('price'), money('wasPrice')];
  const current = price ?? (product.price === null ? null : Exact.parse(product.price));
  if (wasPrice && current && !wasPrice.isMore(current)) report([...path, 'wasPrice'], { code: 'wasPriceNotHigher' });
  const { soldBy } = product;
  const unit = soldBy.kind === 'each' ? null : (unitByCode(soldBy.unit) ?? null);
  return { price, wasPrice, breaks: compileBreaks(definition.breaks, [...path, 'breaks'], scope, unit, true) };
}

const variantDraw = ({ stock }: Variant, leadDays: number | null, path: Path, scope: Scope): DrawProgram | null =>
  stock === null ? null : compileDraw({ kind: 'fixed', stock, quantity: '1', pieces: 1 }, path, scope, leadDays);

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
