import { readSettings } from '../catalog/catalog-state';
import { asItCounts, readBothStates } from '../catalog/product-steps';
import { readSuggestions, type ShelfSuggestions } from '../catalog/shelves';
import { atOneMoment, type Services } from '../context';
import {
  type CustomerGroup,
  jointQuantitiesFor,
  type PlacedQuantity,
  quantityOf,
  sameDefinition,
} from '../../core/catalog';
import { orderable, orderableRange } from '../../core/ordering';
import { isBlank } from '../../core/text';
import { quantityRuleWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { settings } from '../../data/schema';
import { type LargeBody } from '../large-bodies';
import { Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { requireSeen, seenName } from '../seen';

/** The rules for many products, and what is needed to edit them. */
export interface QuantityRulesView {
  readonly rules: readonly PlacedQuantity[];
  /** their name, as they are now */
  readonly seen: string;
  /**
   * titles of the products that each rule has the word about, by its key; of rules for baskets and customers, of those
   * that it counts
   */
  readonly holds: Readonly<Record<string, readonly string[]>>;
  readonly groups: readonly Pick<CustomerGroup, 'key' | 'title'>[];
  readonly suggestions: ShelfSuggestions;
}

/** What a change of the rules does to one product for somebody. */
export interface QuantityRipple {
  readonly productId: number;
  readonly title: string;
  readonly inShop: boolean;
  /** for which customers, in words; null for everybody */
  readonly group: string | null;
  readonly from: string;
  readonly to: string;
}

/** The rules for many products: for the manager's side. */
export function openQuantityRules(context: Services): Promise<QuantityRulesView> {
  return atOneMoment(context, async ({ database }) => {
    const { quantityRules: rules, groups } = await readSettings(database.read);
    const states = await readBothStates(database.read);
    const holds = Object.fromEntries(
      rules.map((rule) => [
        rule.key,
        states
          .map(asItCounts)
          .filter((product) => holdsFor(rule, rules, product))
          .map(({ title }) => title),
      ]),
    );
    return {
      rules,
      seen: seenName(rules),
      holds,
      groups: groups.map(({ key, title }) => ({ key, title })),
      suggestions: await readSuggestions(database.read),
    };
  });
}

function holdsFor(
  rule: PlacedQuantity,
  rules: readonly PlacedQuantity[],
  product: ReturnType<typeof asItCounts>,
): boolean {
  return [null, ...rule.groups].some((group) => {
    if (rule.per !== 'line') return jointQuantitiesFor(product, [rule], group).length > 0;
    const { from } = quantityOf(product, rules, group);
    return from.kind === 'placed' && from.key === rule.key;
  });
}

/** @throws Refusal 422 for rules that can't be kept, share an inside name, or name a group that is none */
function checkRules(rules: readonly PlacedQuantity[], groups: readonly CustomerGroup[]): void {
  const keys = new Set<string>();
  requireSeenTitles(
    rules.flatMap(({ title, rule }) => [
      ['The name of a rule', title] as const,
      ...rule.list.map(({ caption }) => ['What a quantity is called', caption] as const),
    ]),
  );
  for (const { key, title, per, rule, groups: named } of rules) {
    if (isBlank(title)) throw new Refusal(422, 'titleMissing', 'Each rule needs a name.');
    if (keys.has(key))
      throw new Refusal(422, 'duplicateKey', `Two rules are called “${key}” inside. Each needs its own inside name.`);
    keys.add(key);
    if (!orderableRange(orderable(rule)))
      throw new Refusal(
        422,
        'quantityImpossible',
        `${title}: no quantity keeps this rule, because the maximum is below the first multiple.`,
      );
    if (per === 'customer' && (rule.maximum === null || rule.minimum > 1 || rule.multiple > 1 || rule.list.length > 0))
      throw new Refusal(422, 'onlyMaximum', `${title}: for one customer in all, enter the maximum, and nothing else.`);
    const twice = rule.list.find(
      ({ quantity }, place) => rule.list.findIndex((other) => other.quantity === quantity) < place,
    );
    if (twice) throw new Refusal(422, 'quantityTwice', `${title}: ${twice.quantity} stands in the list twice.`);
    const unknown = named.find((group) => !groups.some((known) => known.key === group));
    if (unknown !== undefined)
      throw new Refusal(
        422,
        'groupUnknown',
        `${title} names the customer group “${unknown}”, which is none. Take it out.`,
      );
  }
}

/**
 * What other rules would change, product by product and group by group. @throws Refusal 422 as {@link
 * saveQuantityRules}
 */
export function previewQuantityRules(
  context: Services,
  { rules, seen }: LargeBody<'quantityRules'>,
): Promise<QuantityRipple[]> {
  return atOneMoment(context, ({ database }) => rippleOf(database.read, rules, seen));
}

async function rippleOf(
  queries: Queries,
  rules: readonly PlacedQuantity[],
  seen: string | undefined,
): Promise<QuantityRipple[]> {
  const { quantityRules: former, groups } = await readSettings(queries);
  requireSeen(seen, former, 'the quantity rules');
  checkRules(rules, groups);
  return (await readBothStates(queries)).flatMap((state) => {
    const product = asItCounts(state);
    const changed = (group: string | null) => {
      const [before, after] = [former, rules].map((list) => quantityOf(product, list, group).rule);
      return before && after && !sameDefinition(before, after)
        ? { from: quantityRuleWords(before), to: quantityRuleWords(after) }
        : null;
    };
    const row = { productId: state.id, title: product.title, inShop: state.published !== null };
    const everybody = changed(null);
    const forGroups = groups.flatMap(({ key, title }): QuantityRipple[] => {
      const own = changed(key);
      return own && !sameDefinition(own, everybody) ? [{ ...row, group: title, ...own }] : [];
    });
    return [...(everybody ? [{ ...row, group: null, ...everybody }] : []), ...forGroups];
  });
}

/**
 * Puts other rules for many products in the place of those that hold; they hold at once, also in the shop.
 *
 * @throws Refusal 422 for rules that can't be kept; 409 where more changes than was accepted
 */
export async function saveQuantityRules(
  { database }: Services,
  { rules, seen, accepted }: LargeBody<'acceptedQuantityRules'>,
): Promise<void> {
  await database.write(async (transaction) => {
    const ripple = await rippleOf(transaction, rules, seen);
    if (ripple.length > accepted)
      throw new Refusal(
        409,
        'moreChanges',
        `This changes in what numbers ${ripple.length} products are sold, and ${accepted} were seen. Look at the change again.`,
      );
    const shop = { ...(await readSettings(transaction)), quantityRules: rules };
    await transaction
      .insert(settings)
      .values({ name: 'shop', shop })
      .onConflictDoUpdate({ target: settings.name, set: { shop } });
  });
}
