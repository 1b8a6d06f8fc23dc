import { type Services } from '../context';
import { type Catalog, type Product, referencesOf, refersToProduct, withPictures } from '../../core/catalog';
import { Exact } from '../../core/number';
import { discounts, settings, stockItems, swatches } from '../../data/schema';
import { publishRevision } from '../drafts/life';
import { makeSafe, type SafePicture, storePicture } from '../files/pictures';
import { storeCodes } from '../prices/discounts';
import { storePriceLists } from '../prices/price-lists';
import { insertProduct } from '../products/products';
import { publishDraft } from '../products/publishing';
import { sheetLife } from '../sheets/life';
import { insertSheet } from '../sheets/sheets';
import { move } from '../stock/ledger/ledger';
import { receiveLots } from '../stock/ledger/lots';

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
  const safe = new Map<string, SafePicture>();
  for (const src of new Set(picturesOf(catalog))) safe.set(src, await makeSafe(await readPictureFile(src)));

  await database.write(async (transaction) => {
    const at = now();
    await transaction
      .insert(settings)
      .values({ name: 'shop', shop: catalog.shop })
      .onConflictDoUpdate({ target: settings.name, set: { shop: catalog.shop } });
    for (const { key, title, unit, onHand, backorder, leadDays, cost, costing, cutFrom, lots } of catalog.stock) {
      const [item] = await transaction
        .insert(stockItems)
        .values({ key, title, unit, backorder, leadDays, cost, costing, cutFrom })
        .returning();
      if (item)
        await receiveLots(
          transaction,
          at,
          item,
          lots.map(({ label, length }) => ({ label, length: Exact.from(length) })),
          { reason: 'Opening stock' },
        );
      const opening = Exact.from(onHand);
      if (opening.sign() !== 0)
        await move(transaction, at, {
          stock: key,
          kind: 'receipt',
          onHand: opening,
          reserved: Exact.zero,
          reason: 'Opening stock',
        });
    }
    await storePriceLists(transaction, at, catalog.priceLists);
    for (const { codes, ...definition } of catalog.discounts) {
      const [row] = await transaction
        .insert(discounts)
        .values({ key: definition.key, definition, createdAt: at })
        .returning({ id: discounts.id });
      if (row) await storeCodes(transaction, row.id, codes);
    }
    const addresses = new Map<string, string>();
    for (const [src, picture] of safe)
      addresses.set(src, await storePicture(transaction, picture, at, src.split('/').pop()));
    const address = (src: string) => addresses.get(src) ?? src;
    for (const [rank, swatch] of catalog.swatches.entries()) {
      await transaction
        .insert(swatches)
        .values({ ...swatch, picture: swatch.picture && address(swatch.picture), rank });
    }
    for (const sheet of catalog.sheets) {
      const draft = withPictures(sheet, address);
      const id = await insertSheet(transaction, draft, at);
      await publishRevision(sheetLife, transaction, { id, draft, draftVersion: 1 }, at);
    }
    for (const product of takenAlongFirst(catalog.products)) {
      const draft = withPictures(product, address);
      const id = await insertProduct(transaction, draft, at);
      await publishDraft(transaction, { id, draft, draftVersion: 1 }, at);
    }
  });
}

/** Every picture that a catalog names. */
function picturesOf({ products, sheets, swatches: book }: Catalog): string[] {
  return [
    ...[...products, ...sheets].flatMap((definition) => [...referencesOf(definition).pictures]),
    ...book.flatMap(({ picture }) => picture ?? []),
  ];
}

/** Products in such an order that what others take along is published before them. */
function takenAlongFirst(products: readonly Product[]): Product[] {
  const ordered = new Set<Product>();
  const add = (product: Product, way: readonly Product[]): void => {
    if (ordered.has(product) || way.includes(product)) return;
    const references = referencesOf(product);
    for (const other of products) if (refersToProduct(references, other)) add(other, [...way, product]);
    ordered.add(product);
  };
  for (const product of products) add(product, []);
  return [...ordered];
}
