import { type Condition, type Layer, type Product, type ProductView, type Rule } from '../catalog';
import { holdsOnDay } from '../rules';
import { plainWords } from '../text';
import { OTHERS, OWN, type View } from './view';

/**
 * The rules that can hold for this customer, those that are switched off left out, and called something only where a
 * price is.
 */
export function rulesFor(rules: readonly Rule[], view: View): Rule[] {
  return rules.flatMap((rule): Rule[] => {
    if (!rule.on) return [];
    const { key, title, on, when } = rule;
    const never = when !== null && holdsFor(when, view) === false;
    // That a rule shows something hides it from all others: so much of it stays.
    const then = never ? rule.then.filter(({ kind }) => kind === 'show') : rule.then;
    if (then.length === 0) return [];
    const isPriced = then.some(({ kind }) => kind === 'amount' || kind === 'setPrice');
    return [{ key, title: isPriced ? title : '', on, when: when && conditionFor(when, view), then }];
  });
}

/** The views as this customer may know them: nothing of layers that are never seen by them. */
export function viewsFor(views: readonly ProductView[], view: View): ProductView[] {
  return views.map(({ key, title, width, height, scale, background, layers }) => ({
    key,
    title,
    width,
    height,
    scale,
    background,
    // How it is made is the workshop’s.
    workshop: null,
    layers: layers.flatMap((layer): Layer[] => {
      const { when } = layer;
      if (when !== null && holdsFor(when, view) === false) return [];
      // What a layer is called is for whoever edits it.
      return [{ ...layer, title: '', when: when && conditionFor(when, view) }];
    }),
  }));
}

/** Whether a condition holds for who is in a group on a day, as far as that alone decides; null where more does. */
function holdsFor(condition: Condition, view: Pick<View, 'group' | 'today'>): boolean | null {
  const { group, today } = view;
  if ('of' in condition) {
    const parts = condition.of.map((part) => holdsFor(part, view));
    const all = parts.includes(false) ? false : parts.includes(null) ? null : true;
    const any = parts.includes(true) ? true : parts.includes(null) ? null : false;
    if (condition.kind === 'all') return all;
    return condition.kind === 'any' || any === null ? any : !any;
  }
  if ((condition.kind === 'weekday' || condition.kind === 'season') && condition.choice === null)
    return today === null ? null : holdsOnDay(condition, today);
  if (condition.kind !== 'group') return null;
  const isIn = group !== null && condition.groups.includes(group);
  return condition.is === 'oneOf' ? isIn : !isIn;
}

function conditionFor(condition: Condition, view: View): Condition {
  if ('of' in condition) return { ...condition, of: condition.of.map((part) => conditionFor(part, view)) };
  if (condition.kind === 'supplier')
    return { ...condition, suppliers: condition.suppliers.map((name) => view.supplier(name) ?? name) };
  if (condition.kind === 'tag') return { ...condition, tags: condition.tags.map((name) => view.tag(name) ?? name) };
  if (condition.kind !== 'group') return condition;
  return {
    ...condition,
    groups: [...new Set(condition.groups.map((group) => (group === view.group ? OWN.key : OTHERS.key)))],
  };
}

/** Names in the place of the suppliers and tags that conditions ask about; null for all others. */
export function insideNames(
  definitions: readonly (Pick<Product, 'rules'> & Partial<Pick<Product, 'views'>>)[],
): Pick<View, 'supplier' | 'tag'> {
  const known = { supplier: new Map<string, string>(), tag: new Map<string, string>() };
  const note = (what: keyof typeof known, names: readonly string[], called: string) => {
    for (const name of names.map(plainWords))
      if (!known[what].has(name)) known[what].set(name, `${called} ${known[what].size + 1}`);
  };
  const visit = (condition: Condition): void => {
    if ('of' in condition) condition.of.forEach(visit);
    else if (condition.kind === 'supplier') note('supplier', condition.suppliers, 'our source');
    else if (condition.kind === 'tag') note('tag', condition.tags, 'kind');
  };
  for (const { rules, views = [] } of definitions)
    for (const { when } of [...rules, ...views.flatMap(({ layers }) => layers)]) if (when) visit(when);
  return {
    supplier: (name) => known.supplier.get(plainWords(name)) ?? null,
    tag: (name) => known.tag.get(plainWords(name)) ?? null,
  };
}
