import { asc, inArray } from 'drizzle-orm';
import { type Catalog, withTypefaces, typefaceAddress, typefaceAt } from '../../core/catalog';
import { type Queries } from '../../data/database';
import { typefaces } from '../../data/schema';
import { Refusal } from '../refusal';
import { hashOfTypeface, makeSafeTypeface, type SafeTypeface } from '../typefaces/store';
import { namedIn, withEachDefinition } from './definitions-in';
import { fileNameFrom } from './file-name';
import { type FoundBeside, readBeside, type ReadFileBeside } from './read-beside';

/** A catalog whose typefaces are elsewhere. */
export const withTypefacesAt = (catalog: Catalog, address: (file: string) => string): Catalog => ({
  ...withEachDefinition(catalog, (definition) => withTypefaces(definition, address)),
  typefaces: catalog.typefaces.map((said) => ({ ...said, file: address(said.file) })),
});

/** Where typefaces lie beside a catalog file. */
const FOLDER = 'typefaces';

/** What a catalog says of its typefaces, and where each lies beside its file, by hash. */
export async function typefacePaths(
  queries: Queries,
  catalog: Catalog,
): Promise<{ readonly paths: ReadonlyMap<string, string>; readonly said: Catalog['typefaces'] }> {
  const hashes = [...namedIn(catalog, 'typefaces')].flatMap((face) => typefaceAt(face) ?? []);
  const known = await queries
    .select({ hash: typefaces.hash, title: typefaces.title, licence: typefaces.licence })
    .from(typefaces)
    .where(inArray(typefaces.hash, hashes))
    .orderBy(asc(typefaces.hash));
  return {
    paths: new Map(
      known.map(({ hash, title }) => [hash, `${FOLDER}/${hash}/${fileNameFrom(title, '.woff', 'typeface')}`]),
    ),
    said: known.map(({ hash, title, licence }) => ({ file: typefaceAddress(hash), title, licence })),
  };
}

/** The typefaces of a file, looked at, by where the catalog says that they are. */
export type SafeTypefaces = ReadonlyMap<string, SafeTypeface>;

/** Reads the typefaces that a catalog names, and looks at them. What the shop has is called there as it is there. */
export async function readTypefaces(
  queries: Queries,
  catalog: Catalog,
  read: ReadFileBeside,
): Promise<FoundBeside<SafeTypeface>> {
  const known = new Set((await queries.select({ hash: typefaces.hash }).from(typefaces)).map(({ hash }) => hash));
  const said = new Map(catalog.typefaces.map((one) => [one.file, one]));
  return readBeside(namedIn(catalog, 'typefaces'), read, {
    keptAs(file, bytes) {
      if (known.has(typefaceAt(file) ?? '')) return file;
      const hash = bytes ? hashOfTypeface(bytes) : '';
      return known.has(hash) ? typefaceAddress(hash) : undefined;
    },
    missing: 'there is no such typeface beside the file',
    async makeSafe(file, bytes) {
      const made = await makeSafeTypeface(bytes, file.split('/').pop());
      const { title = made.title, licence = made.licence } = said.get(file) ?? {};
      if (licence !== '') return { ...made, title, licence };
      throw new Refusal(422, 'licenceMissing', 'neither its file nor “typefaces” says whose it is');
    },
  });
}
