import { readSettings } from '../catalog/catalog-state';
import { readSuggestions, type ShelfSuggestions } from '../catalog/shelves';
import { asSeen } from '../as-seen';
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
import { type LargeBody } from '../large-bodies';
import { inPieces } from '../in-pieces';
import { Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { requireSeen, seenName } from '../seen';
import { readRuled, type RuledProduct } from './ruled-products';
import { storeShop } from './store-shop';

/** The rules for many products, and what is needed to edit them. */
export interface QuantityRulesView {
  readonly rules: readonly PlacedQuantity[];
  /** their name, as they are now */
  readonly seen: string;
  readonly groups: readonly Pick<CustomerGroup, 'key' | 'title'>[];
  readonly suggestions: ShelfSuggestions;
}

/** The products that a rule has the word about; of one for baskets and customers, those that it counts. */
export interface Held {
  readonly count: number;
  /** of the first of them */
  readonly titles: readonly string[];
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
    return {
      rules,
      seen: seenName(rules),
      groups: groups.map(({ key, title }) => ({ key, title })),
      suggestions: await readSuggestions(database.read),
    };
  });
}

/** So many products are told by their titles. */
const MOST_TITLES = 20;

/** The products that each rule holds for as it is saved, by its key. */
export function listHeld(context: Services): Promise<Readonly<Record<string, Held>>> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const { quantityRules: rules } = await readSettings(read);
    if (rules.length === 0) return {};
    const all = await readRuled(read);
    const held = await inPieces(rules, (rule): [string, Held] => {
      const titles = all.flatMap(({ ruled, title }) => (holdsFor(rule, rules, ruled) ? [title] : []));
      return [rule.key, { count: titles.length, titles: titles.slice(0, MOST_TITLES) }];
    });
    return Object.fromEntries(held);
  });
}

function holdsFor(rule: PlacedQuantity, rules: readonly PlacedQuantity[], product: RuledProduct['ruled']): boolean {
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

/** What other rules change. */
export interface QuantityRipples {
  readonly rows: readonly QuantityRipple[];
  /** how many there are in all; of many not all are told */
  readonly count: number;
  /** of how many products */
  readonly products: number;
}

/** So many changes are sent to be looked at. */
const MOST_TOLD = 500;

/**
 * What other rules would change, product by product and group by group. @throws Refusal 422 as {@link
 * saveQuantityRules}
 */
export function previewQuantityRules(
  context: Services,
  { rules, seen }: LargeBody<'quantityRules'>,
): Promise<QuantityRipples> {
  return atOneMoment(context, async ({ database }) => {
    const rows = await rippleOf(database.read, rules, seen);
    const products = new Set(rows.map(({ productId }) => productId)).size;
    return { rows: rows.slice(0, MOST_TOLD), count: rows.length, products };
  });
}

async function rippleOf(
  queries: Queries,
  rules: readonly PlacedQuantity[],
  seen: string | undefined,
): Promise<QuantityRipple[]> {
  const { quantityRules: former, groups } = await readSettings(queries);
  requireSeen(seen, former, 'the quantity rules');
  checkRules(rules, groups);
  const found = await inPieces(await readRuled(queries), ({ id, title, inShop, ruled }) => {
    const changed = (group: string | null) => {
      const [before, after] = [former, rules].map((list) => quantityOf(ruled, list, group).rule);
      return before && after && !sameDefinition(before, after)
        ? { from: quantityRuleWords(before), to: quantityRuleWords(after) }
        : null;
    };
    const row = { productId: id, title, inShop };
    const everybody = changed(null);
    const forGroups = groups.flatMap((group): QuantityRipple[] => {
      const own = changed(group.key);
      return own && !sameDefinition(own, everybody) ? [{ ...row, group: group.title, ...own }] : [];
    });
    return [...(everybody ? [{ ...row, group: null, ...everybody }] : []), ...forGroups];
  });
  return found.flat();
}

/**
 * Puts other rules for many products in the place of those that hold; they hold at once, also in the shop.
 *
 * @throws Refusal 422 for rules that can't be kept; 409 where more changes than was accepted
 */
export async function saveQuantityRules(
  context: Services,
  { rules, seen, accepted }: LargeBody<'acceptedQuantityRules'>,
): Promise<void> {
  const looked = async ({ database }: Services) => {
    const { length } = await rippleOf(database.read, rules, seen);
    return () => Promise.resolve(length);
  };
  await asSeen(context, looked, async (transaction, changes) => {
    if (changes > accepted)
      throw new Refusal(
        409,
        'moreChanges',
        `This changes in what numbers ${changes} products are sold, and ${accepted} were seen. Look at the change again.`,
      );
    const former = await readSettings(transaction);
    const shop = { ...former, quantityRules: rules };
    await storeShop(transaction, context.now(), 'the quantity rules', { former, shop });
  });
}
