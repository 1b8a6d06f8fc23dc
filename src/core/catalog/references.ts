import { joins } from './candidates-of-slot';
import { type Choice, hasOptions, type JoinCondition } from './choices';
import { type Condition } from './rules';
import { type Product } from './schema';

/** Everything outside itself that a definition refers to, by key; products by slug, pictures by where they are. */
export interface References {
  readonly stock: ReadonlySet<string>;
  readonly swatches: ReadonlySet<string>;
  /** sheets that it names; those that a condition places it does not know */
  readonly sheets: ReadonlySet<string>;
  readonly products: ReadonlySet<string>;
  /** conditions by which products join its slots, whichever there are */
  readonly joins: readonly JoinCondition[];
  readonly groups: ReadonlySet<string>;
  readonly pictures: ReadonlySet<string>;
}

/** A product, or a sheet, which has no stock, variants, sheets, pictures and parts of its own. */
export type Referring = Pick<Product, 'choices' | 'formulas' | 'rates' | 'rules'> & Partial<Pick<Product, 'draws' | 'variants' | 'sheets' | 'pictures' | 'parts' | 'quantityByGroup'>>;

/** The one list of what a definition refers to. */
export function referencesOf(definition: Referring): References {
  const found = { stock: new Set<string>(), swatches: new Set<string>(), sheets: new Set<string>(), products: new Set<string>(), groups: new Set<string>(), pictures: new Set<string>(), joins: [] as JoinCondition[] };
  const note = (set: Set<string>, key: string | null | undefined) => void (key && set.add(key));
  const notes = (set: Set<string>, keys: readonly string[]) => keys.forEach((key) => note(set, key));
  const draws = (list: readonly { readonly stock: string }[] = []) => list.forEach(({ stock }) => note(found.stock, stock));

  draws(definition.draws);
  for (const { src } of definition.pictures ?? []) note(found.pictures, src);
  for (const { key } of definition.sheets ?? []) note(found.sheets, key);
  for (const { stock, picture } of definition.variants ?? []) {
    note(found.stock, stock);
    note(found.pictures, picture);
  }
  for (const { candidates } of definition.parts ?? []) notes(found.products, candidates.map(({ product }) => product));
  for (const choice of definition.choices) {
    notes(found.groups, choice.groups);
    if ('draws' in choice) draws(choice.draws);
    if (choice.kind === 'paragraph') note(found.pictures, choice.picture);
    if (choice.kind === 'addOn') note(found.products, choice.product);
    if (choice.kind === 'slot') {
      notes(found.products, choice.options.map(({ key }) => key));
      found.joins.push(...choice.joins);
    }
    for (const option of hasOptions(choice) ? choice.options : []) {
      draws(option.draws);
      notes(found.groups, option.groups);
      note(found.swatches, option.swatch);
      note(found.pictures, option.picture);
      note(found.pictures, option.texture);
    }
  }
  for (const { serves } of definition.formulas) if (serves.kind === 'draw') note(found.stock, serves.stock);
  notes(found.groups, Object.keys(definition.quantityByGroup ?? {}));
  for (const { byGroup } of definition.rates) notes(found.groups, Object.keys(byGroup));
  const conditions = (condition: Condition | null): void => {
    if (condition === null) return;
    if ('of' in condition) condition.of.forEach(conditions);
    else if (condition.kind === 'group') notes(found.groups, condition.groups);
  };
  for (const { when, then } of definition.rules) {
    conditions(when);
    for (const effect of then) {
      if (effect.kind === 'draw') note(found.stock, effect.draw.stock);
      if (effect.kind === 'picture') note(found.pictures, effect.src);
    }
  }
  return found;
}

/** Whether a definition refers to a product, by its address or because it joins a slot. */
export function refersToProduct({ products, joins: conditions }: References, product: Pick<Product, 'slug' | 'category' | 'supplier' | 'tags' | 'properties'>): boolean {
  return products.has(product.slug) || conditions.some((condition) => joins(condition, product));
}

/** A definition whose pictures are elsewhere. */
export function withPictures<D extends Referring>(definition: D, address: (src: string) => string): D {
  const moved = (src: string | null) => src && address(src);
  const choices = definition.choices.map((choice): Choice => {
    if (choice.kind === 'paragraph') return { ...choice, picture: moved(choice.picture) };
    if (!hasOptions(choice)) return choice;
    return { ...choice, options: choice.options.map((option) => ({ ...option, picture: moved(option.picture), texture: moved(option.texture) })) };
  });
  const rules = definition.rules.map((rule) => ({ ...rule, then: rule.then.map((effect) => (effect.kind === 'picture' && effect.src !== '' ? { ...effect, src: address(effect.src) } : effect)) }));
  return {
    ...definition,
    choices,
    rules,
    ...(definition.pictures && { pictures: definition.pictures.map((picture) => ({ ...picture, src: address(picture.src) })) }),
    ...(definition.variants && { variants: definition.variants.map((variant) => ({ ...variant, picture: moved(variant.picture) })) }),
  };
}
