import { type Services } from '../context';
import { type Catalog } from '../../core/catalog';
import { Refusal } from '../refusal';
import { type ReadPictureFile, readPictures, storePictures, withPicturesAt } from './pictures';
import { writeIncoming } from './write';

/**
 * Loads a checked catalog into an empty database: the shop, its stock, and its products as published revisions.
 *
 * @param read gives the bytes of a picture that the catalog names
 * @throws Refusal 422 where a picture is not there, or is none
 */
export async function importCatalog(
  { database, now }: Services,
  catalog: Catalog,
  read: ReadPictureFile,
): Promise<void> {
  const { safe, faults } = await readPictures(database.read, catalog, read);
  const [first] = faults;
  if (first) throw new Refusal(422, 'pictureFaulty', `${first.src}: ${first.why}`);
  await database.write(async (transaction) => {
    const at = now();
    const addresses = await storePictures(transaction, safe, at);
    const placed = withPicturesAt(catalog, (src) => addresses.get(src) ?? src);
    await writeIncoming(transaction, at, placed, placed);
  });
}
