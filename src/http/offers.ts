import { absoluteAddress, productAddress } from '../core/linked-data';
import { xmlText } from '../core/text';
import { csvText } from '../services/packing/spreadsheet-out';
import { type Offer, type Offers } from '../services/selling/shop-list/offers';

/** What an offer says, name by name, in both forms. */
const FIELDS = [
  'address',
  'title',
  'summary',
  'category',
  'link',
  'picture',
  'priceFrom',
  'currency',
  'taxIncluded',
  'price',
  'availability',
] as const;

const figures = (
  origin: string,
  { currency, taxIncluded }: Pick<Offers, 'currency' | 'taxIncluded'>,
  offer: Offer,
): Readonly<Record<(typeof FIELDS)[number], string>> => ({
  address: offer.slug,
  title: offer.title,
  summary: offer.summary,
  category: offer.category,
  link: productAddress(origin, offer.slug),
  picture: offer.picture === '' ? '' : absoluteAddress(origin, offer.picture),
  priceFrom: offer.priceFrom,
  currency,
  taxIncluded: taxIncluded === null ? '' : String(taxIncluded),
  price: offer.price,
  // As schema.org calls it. @see https://schema.org/ItemAvailability
  availability: offer.isAvailable ? 'InStock' : 'OutOfStock',
});

/** What the shop offers as a table, a row each. @see RFC 4180 */
export const offersCsv = (origin: string, { offers, ...around }: Offers): string =>
  csvText([
    FIELDS,
    ...offers.map((offer) => {
      const said = figures(origin, around, offer);
      return FIELDS.map((field) => said[field]);
    }),
  ]);

/** What the shop offers in XML, an element each; what there is nothing of is left out. */
export function offersXml(origin: string, { shop, offers, ...around }: Offers): string {
  const written = offers.map((offer) => {
    const said = figures(origin, around, offer);
    const fields = FIELDS.flatMap((field) =>
      said[field] === '' ? [] : [`<${field}>${xmlText(said[field])}</${field}>`],
    );
    return `<offer>${fields.join('')}</offer>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<offers shop="${xmlText(shop)}">\n${written.join('\n')}\n</offers>\n`;
}
