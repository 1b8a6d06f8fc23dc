import { eq, or, sql } from 'drizzle-orm';
import { type AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import { readSettings } from '../catalog/catalog-state';
import { atOneMoment, type Services } from '../context';
import { isTimeZone } from '../../core/calendar';
import { type Shop, shopSchema } from '../../core/catalog';
import { Exact } from '../../core/number';
import { type Queries } from '../../data/database';
import { usersOf } from '../../data/references';
import { baskets, products, revisions } from '../../data/schema';
import { discountsNaming } from '../prices/discounts';
import { listsNaming } from '../prices/price-lists';
import { CODE_UNKNOWN, Refusal } from '../refusal';
import { requireSeenTitles } from '../seen-titles';
import { checkDelivery, checkPages, checkTax } from './check-terms';
import { changeCurrency, hasSold } from './currency';
import { ensureBasket } from '../selling/ensure-basket';
import { storeShop } from './store-shop';

/** What may be changed of the shop; its currency while nothing has been sold. */
export const settingsInputSchema = shopSchema
  .pick({
    name: true,
    timeZone: true,
    skuSeparator: true,
    groups: true,
    marginFloors: true,
    tax: true,
    delivery: true,
    personalData: true,
    pages: true,
  })
  .partial({ marginFloors: true, tax: true, delivery: true, personalData: true, pages: true })
  .extend({ currency: shopSchema.shape.currency.optional() });
export type SettingsInput = ReturnType<(typeof settingsInputSchema)['parse']>;

export interface SettingsView {
  readonly shop: Shop;
  /** whether the currency is settled, because something has been sold */
  readonly hasSold: boolean;
  /** whether anybody has said anything of it yet */
  readonly isSaid: boolean;
}

/** The shop's settings, codes included: for the manager's side. */
export function openSettings(context: Services): Promise<SettingsView> {
  return atOneMoment(context, async ({ database }) => ({
    shop: await readSettings(database.read),
    hasSold: await hasSold(database.read),
    isSaid: (await database.read.query.settings.findFirst({ columns: { name: true } })) !== undefined,
  }));
}

const plain = (code: string | null) => (code ?? '').trim().toLowerCase();

/**
 * Changes the shop's settings.
 *
 * @throws Refusal 422 for an unknown time zone or currency, a code that two groups share, or a group that products
 *   still name; 409 for another currency once something has been sold
 */
export async function saveSettings({ database, now }: Services, input: SettingsInput): Promise<void> {
  if (!isTimeZone(input.timeZone))
    throw new Refusal(422, 'badTimeZone', `“${input.timeZone}” is not a time zone. Use a name like Europe/Vienna.`);
  requireSeenTitles([
    ['The name of the shop', input.name],
    ...input.groups.map(({ title }) => ['The name of a group', title] as const),
    ...(input.tax
      ? [
          ['The name of the tax', input.tax.name] as const,
          ...input.tax.classes.map(({ title }) => ['The name of a kind of products', title] as const),
        ]
      : []),
  ]);
  const codes = new Map<string, string>();
  const keys = new Set<string>();
  for (const { key, title, code } of input.groups) {
    if (keys.has(key))
      throw new Refusal(422, 'duplicateKey', `Two groups are called “${key}” inside. Each needs its own inside name.`);
    keys.add(key);
    const owner = codes.get(plain(code));
    if (plain(code) !== '' && owner !== undefined)
      throw new Refusal(422, 'codeTwice', `${owner} and ${title} have the same code. Each group needs its own.`);
    if (plain(code) !== '') codes.set(plain(code), title);
  }
  if (input.tax) checkTax(input.tax);
  checkDelivery(input.delivery ?? [], input.tax ?? null);
  if (input.pages) checkPages(input.pages);
  await database.write(async (transaction) => {
    const former = await readSettings(transaction);
    await refuseTaxClassesInUse(transaction, former, input.tax);
    const users = await usersOf(transaction, 'groups');
    for (const { key, title } of former.groups) {
      const named = [
        ...(users.get(key)?.titles ?? []),
        ...former.quantityRules
          .filter(({ groups }) => groups.includes(key))
          .map((rule) => `the quantity rule “${rule.title}”`),
        ...(await listsNaming(transaction, key)).map((list) => `the price list “${list}”`),
        ...(await discountsNaming(transaction, key)).map((discount) => `the discount “${discount}”`),
      ];
      if (!keys.has(key) && named.length > 0)
        throw new Refusal(
          422,
          'groupInUse',
          `${title} is named by ${named.slice(0, 5).join(', ')}. Take it out there first.`,
        );
    }
    if (input.currency !== undefined && input.currency !== former.currency)
      await changeCurrency(transaction, former.currency, input.currency);
    for (const { percent } of input.marginFloors ?? []) {
      const floor = Exact.parse(percent);
      if (!floor || floor.sign() < 0 || !floor.isLess(Exact.of(100)))
        throw new Refusal(
          422,
          'floorNotPercent',
          `“${percent}” is no floor. Write a percentage of the price, from 0 to less than 100.`,
        );
    }
    const shop = {
      ...former,
      ...input,
      marginFloors: input.marginFloors ?? former.marginFloors,
      tax: input.tax === undefined ? former.tax : input.tax,
      delivery: input.delivery ?? former.delivery,
      personalData: input.personalData ?? former.personalData,
      pages: input.pages ?? former.pages,
      currency: input.currency ?? former.currency,
    };
    await storeShop(transaction, now(), 'the settings', { former, shop });
  });
}

const taxClassOf = (definition: AnySQLiteColumn) => sql<string | null>`json_extract(${definition}, '$.taxClass')`;

/** So many products that stand in the way are named. */
const MOST_NAMED = 5;

/** @throws Refusal 422 for a kind of products that is taken away while products are of it */
async function refuseTaxClassesInUse(
  queries: Queries,
  { tax: former }: Shop,
  tax: Shop['tax'] | undefined,
): Promise<void> {
  const gone = tax ? (former?.classes ?? []).filter(({ key }) => !tax.classes.some((known) => known.key === key)) : [];
  if (gone.length === 0) return;
  for (const { key, title } of gone) {
    const named = await queries
      .select({ title: products.title })
      .from(products)
      .leftJoin(revisions, eq(revisions.id, products.publishedRevision))
      .where(or(eq(taxClassOf(products.draft), key), eq(taxClassOf(revisions.definition), key)))
      .orderBy(products.titleKey)
      .limit(MOST_NAMED);
    if (named.length > 0)
      throw new Refusal(
        422,
        'taxClassInUse',
        `${named.map((product) => product.title).join(', ')} ${named.length === 1 ? 'is' : 'are'} taxed as ${title}. Change that there first.`,
      );
  }
}

/** The group that a code belongs to; null for an empty code. @throws Refusal 422 for a code that no group has */
export async function groupByCode(
  queries: Queries,
  code: string,
): Promise<{ readonly key: string; readonly title: string } | null> {
  if (plain(code) === '') return null;
  const { groups } = await readSettings(queries);
  const group = groups.find((candidate) => plain(candidate.code) === plain(code));
  if (!group)
    throw new Refusal(422, CODE_UNKNOWN, 'No customer group has this code. Look at it again, or ask the shop.');
  return group;
}

/**
 * Notes in a customer's basket which group a code belongs to; an empty code leaves the group.
 *
 * @returns the basket's token and the group's title
 * @throws Refusal 422 for a code that no group has
 */
export async function enterGroupCode(
  { database, now }: Services,
  token: string | undefined,
  code: string,
): Promise<{ token: string; group: string | null }> {
  return database.write(async (transaction) => {
    const group = await groupByCode(transaction, code);
    const basket = await ensureBasket(transaction, token, now());
    await transaction
      .update(baskets)
      .set({ customerGroup: group?.key ?? null })
      .where(eq(baskets.token, basket));
    return { token: basket, group: group?.title ?? null };
  });
}

/** Title of the group that a customer belongs to, or null. */
export async function groupTitle({ database }: Services, token: string | undefined): Promise<string | null> {
  const basket = token ? await database.read.query.baskets.findFirst({ where: eq(baskets.token, token) }) : undefined;
  if (!basket?.customerGroup) return null;
  const { groups } = await readSettings(database.read);
  return groups.find(({ key }) => key === basket.customerGroup)?.title ?? null;
}
