import { atOneMoment, type Services } from '../context';
import {
  type CatalogSurroundings,
  placementsOf,
  placesWhere,
  productSchema,
  type References,
  referencesOf,
  type Referring,
  refersToProduct,
} from '../../core/catalog';
import { sheets } from '../../data/schema';
import { readShared } from './catalog-state';
import { readBothStates } from './product-steps';

/** Something that uses a thing, directly or through what it is put together from. */
export interface Use {
  readonly kind: 'product' | 'sheet';
  readonly id: number;
  readonly title: string;
  /** titles of what leads from it to the thing, nearest to it first; empty where it uses the thing itself */
  readonly through: readonly string[];
  /** the place of its editor where that is said */
  readonly place: string;
  readonly inShop: boolean;
}

type What = Extract<keyof References, 'stock' | 'swatches' | 'products' | 'sheets'>;

interface User {
  readonly use: Omit<Use, 'through' | 'place'>;
  readonly definition: Referring;
  /** what it is called by those that use it in turn */
  readonly name: { readonly what: What; readonly key: string };
  readonly placed: readonly string[];
}

/** Fields of a definition, that first in which one would look for who uses a thing. */
const FIELDS = ['draws', 'variants', 'parts', 'choices', 'formulas', 'rules', 'tables', 'prepared', 'proofs'];

/** The place of an editor where a definition names something. */
function placeOf(definition: Referring, what: What, key: string, placed: readonly string[]): string {
  if (what === 'sheets') return `sheet:${key}`;
  const named = placesWhere(definition, what, key);
  const nearest = FIELDS.map((field) => named.find((one) => one.field === field)).find((one) => one !== undefined);
  if (nearest) return nearest.place;
  const joined =
    what === 'products'
      ? definition.choices.find((choice) => choice.kind === 'slot' && choice.joins.length > 0)
      : undefined;
  if (joined) return `choice:${joined.key}`;
  return placed.length > 0 ? `sheet:${placed[0] ?? ''}` : 'basics';
}

/**
 * Where a stock item, swatch, sheet or product is used: by products as they are published, or else in their drafts, by
 * sheets, and by what has any of these in turn, at any depth. Each user once, by the shortest way.
 */
export function whereUsed(context: Services, what: What, key: string): Promise<Use[]> {
  return atOneMoment(context, async ({ database }) => {
    const shared = await readShared(database.read);
    const users = [...(await readProductUsers(database.read, shared)), ...(await readSheetUsers(database.read))];
    const found = new Map<User, Use>();
    let fresh: { readonly what: What; readonly key: string; readonly through: readonly string[] }[] = [
      { what, key, through: [] },
    ];
    while (fresh.length > 0) {
      const next: typeof fresh = [];
      for (const wanted of fresh) {
        for (const user of users) {
          const uses =
            wanted.what === 'sheets'
              ? user.placed.includes(wanted.key)
              : refersTo(user.definition, { what: wanted.what, key: wanted.key }, users);
          if (!uses || found.has(user)) continue;
          found.set(user, {
            ...user.use,
            through: wanted.through,
            place: placeOf(user.definition, wanted.what, wanted.key, user.placed),
          });
          next.push({ ...user.name, through: [user.use.title, ...wanted.through] });
        }
      }
      fresh = next;
    }
    return [...found.values()];
  });
}

/** Whether a definition refers to a thing: a product also because it joins a slot. */
function refersTo(
  definition: Referring,
  { what, key }: { readonly what: Exclude<What, 'sheets'>; readonly key: string },
  users: readonly User[],
): boolean {
  const references = referencesOf(definition);
  if (references[what].has(key)) return true;
  const product =
    what === 'products'
      ? users.find(({ name }) => name.what === 'products' && name.key === key)?.definition
      : undefined;
  return product !== undefined && 'slug' in product && refersToProduct(references, productSchema.parse(product));
}

async function readProductUsers(
  queries: Parameters<typeof readBothStates>[0],
  { sheets: book }: Pick<CatalogSurroundings, 'sheets'>,
): Promise<User[]> {
  return (await readBothStates(queries)).map(({ id, draft, published }) => {
    const definition = published ?? draft;
    return {
      use: { kind: 'product', id, title: definition.title, inShop: published !== null },
      definition,
      name: { what: 'products', key: definition.slug },
      placed: placementsOf(definition, book.values()).map((placement) => placement.key),
    };
  });
}

async function readSheetUsers(queries: Parameters<typeof readBothStates>[0]): Promise<User[]> {
  const rows = await queries
    .select({
      id: sheets.id,
      key: sheets.key,
      title: sheets.title,
      draft: sheets.draft,
      published: sheets.publishedRevision,
    })
    .from(sheets);
  return rows.map(({ id, key, title, draft, published }) => ({
    use: { kind: 'sheet', id, title, inShop: published !== null },
    definition: draft,
    name: { what: 'sheets', key },
    placed: [],
  }));
}
