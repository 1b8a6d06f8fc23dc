import { type Catalog } from '../../core/catalog';
import { productsOf } from '../../core/compared';
import { catalogText } from '../../core/exchange';
import { atOneMoment, type Services } from '../context';
import { productLife } from '../products/life';
import { Refusal } from '../refusal';
import { readWholeCatalog, withWhatItNeeds } from './catalog-out';
import { packed } from '../packing/packed';
import { withFilesBeside } from './files-of-catalog';

/** A catalog that goes out. */
export interface Exported {
  /** pieces of the text of the catalog */
  text(): Generator<string>;
  /** its pictures and typefaces, by their paths beside it; each is read when its turn comes */
  readonly files: readonly { readonly path: string; read(): Promise<Buffer | null> }[];
}

/**
 * The catalog as it leaves: the whole shop, or some products with all that they need.
 *
 * @param only addresses of products; null for everything
 * @throws Refusal 404 where one of them is not there
 */
export async function exportCatalog(context: Services, only: ReadonlySet<string> | null = null): Promise<Exported> {
  const { catalog, files } = await atOneMoment(context, async ({ database: { read } }) => {
    const whole = await readWholeCatalog(read);
    if (only) requireThere(whole, only);
    return withFilesBeside(read, only ? withWhatItNeeds(whole, only) : whole);
  });
  return {
    text: () => catalogText(catalog),
    files: files.map(({ path, read }) => ({ path, read: () => read(context.database.read) })),
  };
}

function requireThere(whole: Catalog, only: ReadonlySet<string>): void {
  const known = productsOf(whole);
  const gone = [...only].find((slug) => !known.has(slug));
  if (gone !== undefined) throw new Refusal(404, 'notFound', `There is no product at the address “${gone}”.`);
}

/** The same, packed into one file. */
export const exportPacked = ({ text, files }: Exported): AsyncGenerator<Uint8Array> => packed(text(), files);

/** What a catalog tells products by, that are known by their numbers. @throws Refusal 404 where one is not there */
export async function namesOfProducts({ database }: Services, ids: readonly number[]): Promise<ReadonlySet<string>> {
  const names = new Set<string>();
  for (const id of ids) {
    const { publishedSlug, draft } = await productLife.require(database.read, id);
    names.add(publishedSlug ?? draft.slug);
  }
  return names;
}
