import PdfDocument from 'pdfkit';
import sharp from 'sharp';
import { and, inArray } from 'drizzle-orm';
import { DAY, dateWords, dayAt } from '../../core/calendar';
import { inParts } from '../../core/in-parts';
import { among } from '../../data/references';
import { type ProductCard } from '../../data/cards';
import { productCards } from '../../data/schema';
import { inBackground } from '../background/pool';
import { cardsSoon } from '../catalog/cards';
import { readSoldByIds } from '../catalog/published-products';
import { readShop, readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { imagesIn } from '../drawing/images';
import { othersTurn } from '../in-pieces';
import { notFound, Refusal } from '../refusal';
import { BY_CATEGORY, LISTED } from '../selling/shop-list/narrowing';
import { readCards } from '../selling/shop-list/read-cards';
import { facesFor } from './faces';
import { PAGE, Pages, type Printed, type PrintedPicture } from './pages';
import { type PrintedFor } from '../figures/printed-product';
import { MOST_PIXELS } from '../files/most-pixels';

/** So many products are read together, and so many printed at most. */
const AT_ONCE = 20;
const MOST_PRODUCTS = 5_000;

/** How large a picture is printed, in pixels: 300 to an inch. */
const PIXELS = 242;

/** A picture as a document takes it; null for what can't be drawn. */
async function pictureOf({ database }: Services, src: string | null): Promise<PrintedPicture | null> {
  const found = src === null ? null : await imagesIn(database.read)(src).catch(() => null);
  if (!found) return null;
  return sharp(found.bytes, { limitInputPixels: MOST_PIXELS, density: 200 })
    .resize({ width: PIXELS, height: PIXELS, fit: 'inside', withoutEnlargement: false })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 85 })
    .toBuffer({ resolveWithObject: true })
    .then(
      ({ data: bytes, info: { width, height } }) => ({ bytes, width, height }),
      () => null,
    );
}

/** What stands in the place of a price that can't be told. */
const ON_REQUEST = 'on request';

/** What the list says that a product costs a group. */
const priceOf = ({ price, groupPrices }: ProductCard, group: string | null): string =>
  (group === null ? undefined : groupPrices?.[group]) ?? price ?? ON_REQUEST;

/** What is printed of some products, in their order. */
async function printedOf(
  context: Services,
  ids: readonly number[],
  printedFor: PrintedFor,
): Promise<Omit<Printed, 'picture'>[]> {
  const asked = await atOneMoment(context, async ({ database: { read }, now }) => {
    const sold = await readSoldByIds(read, ids);
    const definitions = ids.flatMap((id) => sold.get(id)?.definition ?? []);
    const { surroundings } = await readSurroundings(read, now(), definitions);
    return { definitions, surroundings, cards: await readCards(read, ids) };
  });
  const { cards, ...given } = asked;
  const prices = new Map(cards.map(({ card }) => [card.slug, priceOf(card, printedFor.group)]));
  const products = await inBackground('printed', { ...given, printedFor }, 'The price list');
  return products.map((product) => ({ product, price: prices.get(product.slug) ?? ON_REQUEST }));
}

/** What is printed, and for whom. */
export interface PriceListAsked {
  /** key of a customer group; null for everybody */
  readonly group: string | null;
  /** numbers of the products; null for all that the shop lists */
  readonly only: readonly number[] | null;
}

/**
 * Prints the prices of what the shop lists, or of some of it: a PDF, as it comes.
 *
 * @throws Refusal 404 for a group that there is not; 422 for nothing to print, or too much
 */
export async function printPrices(
  context: Services,
  { group, only }: PriceListAsked,
): Promise<AsyncGenerator<Uint8Array>> {
  await cardsSoon(context, 'published');
  const { read } = context.database;
  const shop = await readShop(read);
  const known = shop.groups.find(({ key }) => key === group);
  if (group !== null && !known) notFound(`customer group “${group.slice(0, 40)}”`);
  const ids = (
    await read
      .select({ id: productCards.productId })
      .from(productCards)
      .where(only === null ? LISTED : and(LISTED, inArray(productCards.productId, among(only))))
      .orderBy(...BY_CATEGORY)
  ).map(({ id }) => id);
  if (ids.length === 0) throw new Refusal(422, 'nothingToPrint', 'None of these products is listed in the shop.');
  if (ids.length > MOST_PRODUCTS)
    throw new Refusal(
      422,
      'tooMuch',
      `A printed price list has ${MOST_PRODUCTS} products at most: select some, and print those.`,
    );
  const today = dayAt(context.now(), shop.timeZone);
  const tax = shop.tax === null ? '' : ` ${shop.tax.pricesInclude ? 'including' : 'without'} ${shop.tax.name}`;
  const head = {
    shop: shop.name,
    title: `Price list${known ? `: ${known.title}` : ''}`,
    lead: `${shop.name} · ${dateWords(today)} · prices in ${shop.currency}${tax}`,
  };
  return written(context, ids, head, { group, today });
}

async function* written(
  context: Services,
  ids: readonly number[],
  head: ConstructorParameters<typeof Pages>[2],
  printedFor: PrintedFor,
): AsyncGenerator<Uint8Array> {
  const info = { Title: head.title, Author: head.shop, CreationDate: new Date(Date.parse(printedFor.today) + DAY / 2) };
  const doc = new PdfDocument({ size: PAGE.size, margin: 0, autoFirstPage: false, font: '', lang: 'en', info });
  const ready: Uint8Array[] = [];
  doc.on('data', (chunk: Buffer) => ready.push(chunk));
  const ended = new Promise<void>((resolve, reject) => {
    doc.on('end', resolve);
    doc.on('error', reject);
  });
  const pages = new Pages(doc, await facesFor(doc), head);
  let category: string | null = null;
  for (const some of inParts(ids, AT_ONCE)) {
    for (const { product, price } of await printedOf(context, some, printedFor)) {
      const begins = product.category === category ? null : product.category === '' ? 'More' : product.category;
      category = product.category;
      pages.product({ product, price, picture: await pictureOf(context, product.picture) }, begins);
      await othersTurn();
    }
    yield* ready.splice(0);
  }
  doc.end();
  await ended;
  yield* ready.splice(0);
}
