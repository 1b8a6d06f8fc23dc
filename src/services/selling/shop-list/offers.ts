import { inParts } from '../../../core/in-parts';
import { moneyDigits } from '../../../core/money';
import { viewAddress } from '../../../core/catalog';
import { Exact } from '../../../core/number';
import { isSoldOut } from '../../../core/run';
import { productCards } from '../../../data/schema';
import { cardsSoon } from '../../catalog/cards';
import { readShop } from '../../catalog/surroundings';
import { type Services } from '../../context';
import { othersTurn } from '../../in-pieces';
import { withStock } from '../overdue';
import { BY_TITLE, LISTED } from './narrowing';
import { readCards } from './read-cards';
import { readThere } from './sold-out';

/** What somebody of no group is offered, in figures. */
export interface Offer {
  readonly slug: string;
  readonly title: string;
  readonly summary: string;
  readonly category: string;
  /** where its first picture is, seen from the shop; empty for none */
  readonly picture: string;
  /** the least that one costs, as a decimal in the currency's places; empty where no price can be told */
  readonly priceFrom: string;
  /** as the shop tells it, with the unit that it is sold by */
  readonly price: string;
  readonly isAvailable: boolean;
}

/** All that stands in the shop's lists. */
export interface Offers {
  readonly shop: string;
  readonly currency: string;
  /** whether prices have the tax in them; null where none is told */
  readonly taxIncluded: boolean | null;
  readonly offers: readonly Offer[];
}

/** So many are read together: long documents lie beside them, and others wait meanwhile. */
const AT_ONCE = 100;

/** Everything that the shop offers to somebody of no group, in the order of the titles. */
export async function listOffers(context: Services): Promise<Offers> {
  await cardsSoon(context, 'published');
  return withStock(context, async ({ database: { read } }) => {
    const { name, currency, tax } = await readShop(read);
    const ids = (
      await read
        .select({ id: productCards.productId })
        .from(productCards)
        .where(LISTED)
        .orderBy(...BY_TITLE)
    ).map(({ id }) => id);
    const offers: Offer[] = [];
    for (const some of inParts(ids, AT_ONCE)) {
      const cards = (await readCards(read, some)).map(({ card }) => card);
      const there = await readThere(
        read,
        cards.map(({ soldOutWhile }) => soldOutWhile ?? []),
      );
      for (const { slug, title, summary, category, picture, look, priceFrom, price, soldOutWhile } of cards) {
        const from = priceFrom === null ? null : Exact.parse(String(priceFrom));
        offers.push({
          slug,
          title,
          summary,
          category: category ?? '',
          picture: look ? viewAddress(slug) : (picture?.src ?? ''),
          priceFrom: from ? moneyDigits(from, currency) : '',
          price: price ?? '',
          isAvailable: !isSoldOut(soldOutWhile ?? [], there, null),
        });
      }
      await othersTurn();
    }
    return { shop: name, currency, taxIncluded: tax?.pricesInclude ?? null, offers };
  });
}
