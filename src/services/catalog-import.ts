import { type Catalog, type Product } from '../core/catalog';
import { Exact } from '../core/number';
import { settings, stockItems } from '../data/schema';
import { type Services } from './context';
import { move } from './ledger';
import { type SafePicture, makeSafe, storePicture } from './pictures';
import { insertProduct, publishDraft } from './products';

/**
 * Loads a checked catalog into an empty database: the shop, its stock, and its products as published revisions.
 *
 * @param readPictureFile gives the bytes of a picture that the catalog names
 */
export async function importCatalog(
  { database, now }: Services,
  catalog: Catalog,
  readPictureFile: (src: string) => Promise<Buffer>,
): Promise<void> {
  const sources = new Set(catalog.products.flatMap(({ pictures }) => pictures.map(({ src }) => src)));
  const safe = new Map<string, SafePicture>();
  for (const src of sources) safe.set(src, await makeSafe(await readPictureFile(src)));

  await database.write(async (transaction) => {
    const at = now();
    await transaction.insert(settings).values({ name: 'shop', shop: catalog.shop }).onConflictDoUpdate({ target: settings.name, set: { shop: catalog.shop } });
    for (const { key, title, unit, onHand, backorder } of catalog.stock) {
      await transaction.insert(stockItems).values({ key, title, unit, backorder });
      const opening = Exact.from(onHand);
      if (opening.sign() !== 0) await move(transaction, at, { stock: key, kind: 'receipt', onHand: opening, reserved: Exact.zero, reason: 'Opening stock' });
    }
    const addresses = new Map<string, string>();
    for (const [src, picture] of safe) addresses.set(src, await storePicture(transaction, picture, at));
    for (const product of catalog.products) {
      const draft: Product = { ...product, pictures: product.pictures.map(({ src, alt }) => ({ src: addresses.get(src) ?? src, alt })) };
      const id = await insertProduct(transaction, draft, at);
      await publishDraft(transaction, { id, draft, draftVersion: 1 }, at);
    }
  });
}
