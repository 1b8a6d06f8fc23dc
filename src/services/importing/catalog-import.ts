import { type Services } from '../context';
import { type Catalog } from '../../core/catalog';
import { Refusal } from '../refusal';
import { readFilesOf, storeFilesOf } from './files-of-catalog';
import { type ReadFileBeside } from './read-beside';
import { writeIncoming } from './write';

/**
 * Loads a checked catalog into an empty database: the shop, its stock, and its products as published revisions.
 *
 * @param read gives the bytes of a picture or typeface that the catalog names
 * @throws Refusal 422 where one is not there, or can’t be used
 */
export async function importCatalog(
  { database, now }: Services,
  catalog: Catalog,
  read: ReadFileBeside,
): Promise<void> {
  const { catalog: placed, files, faults } = await readFilesOf(database.read, catalog, read);
  const [first] = faults;
  if (first) throw new Refusal(422, 'fileBesideFaulty', `${first.src}: ${first.why}`);
  await database.write(async (transaction) => {
    const at = now();
    await storeFilesOf(transaction, files, at);
    await writeIncoming(transaction, at, placed, placed);
  });
}
