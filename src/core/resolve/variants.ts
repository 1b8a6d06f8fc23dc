import { hasOptions, SKU_PATTERN } from '../catalog';
import { Exact } from '../number';
import { compileDraw } from './draws';
import { type ChoiceProgram, variantKey, type VariantProgram } from './program';
import { type Scope } from './references';

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
  product.variants.forEach((definition, index) => {
    const path = ['variants', index];
    const options: string[] = [];
    const titles: string[] = [];
    const skuParts = [product.sku];
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

    const price = definition.price === null ? null : Exact.parse(definition.price);
    if (definition.price !== null && !price) report([...path, 'price'], { code: 'notDecimal', given: definition.price });
    if (price && price.sign() < 0) report([...path, 'price'], { code: 'negative', what: `The price of ${title}` });
    const draw =
      definition.stock === null ? null : compileDraw({ kind: 'fixed', stock: definition.stock, quantity: '1' }, path, scope);
    variants.set(key, { options, title, sku, price, draw });
  });
  return variants;
}
